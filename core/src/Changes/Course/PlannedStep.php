<?php

declare(strict_types=1);

namespace Skarvo\Changes\Course;

use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeState;

/** What can be done with a change next. Only what is permitted is offered, and nothing else is taken. */
enum PlannedStep: string
{
    case Edit = 'edit';
    case Ask = 'ask';
    case TakeBack = 'take-back';
    case Begin = 'begin';
    case Finish = 'finish';
    case BackOut = 'back-out';
    case Fail = 'fail';
    case Cancel = 'cancel';
    case Review = 'review';

    /**
     * @param  bool  $isRecorded  whether it was told by somebody who made it, and not planned here: it has no course of its own
     * @return list<self>
     */
    public static function permitted(ChangeState $state, bool $isRecorded = false): array
    {
        return $isRecorded ? [] : match ($state) {
            ChangeState::Draft, ChangeState::Refused, ChangeState::Expired => [self::Edit, self::Ask, self::Cancel],
            ChangeState::Asked => [self::Edit, self::TakeBack, self::Cancel],
            ChangeState::Approved => [self::Edit, self::Begin, self::TakeBack, self::Cancel],
            ChangeState::UnderWay => [self::Finish, self::BackOut, self::Fail],
            ChangeState::InReview => [self::Review],
            ChangeState::Done, ChangeState::BackedOut, ChangeState::Failed, ChangeState::Cancelled => [],
        };
    }

    /** Where an end leads: what could not wait is looked at afterwards, however it went. */
    public static function end(ChangeState $asItWent, ChangeKind $kind): ChangeState
    {
        return $kind === ChangeKind::Emergency ? ChangeState::InReview : $asItWent;
    }
}
