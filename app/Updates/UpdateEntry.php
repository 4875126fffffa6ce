<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum UpdateEntry: string implements EntryKind
{
    case UpdatePublished = 'update.published';
    case UpdateOverdue = 'update.overdue';
    case StatusAdmitted = 'status.admitted';
    case StatusKept = 'status.kept';
    case QuestionsChanged = 'questions.changed';
    case ReportJudged = 'report.judged';
    case FilesCame = 'report.files';
    case PictureRead = 'report.read';
    case OutsideWordsChanged = 'outside-words.changed';
    case WorkAnnounced = 'planned.announced';
    case WorkToldAgain = 'planned.told-again';
    case WorkMoved = 'planned.moved';
    case WorkWithdrawn = 'planned.withdrawn';
    case WorkOver = 'planned.over';
    case WorkOverran = 'planned.overran';
    case AudienceDefined = 'audience.defined';
    case AudienceDropped = 'audience.dropped';
    case GlossaryChanged = 'glossary.changed';
    case FollowerConfirmed = 'follower.confirmed';
    case FollowerAdded = 'follower.added';
    case FollowerResumed = 'follower.resumed';
    case FollowerPaused = 'follower.paused';
    case FollowerLeft = 'follower.left';
    case FollowersTold = 'update.followers-told';
    case AudienceChanged = 'audience.changed';
    case CardGiven = 'card.given';
    case CardWithdrawn = 'card.withdrawn';

    public function particulars(): array
    {
        return match ($this) {
            self::UpdatePublished => ['text' => Particular::Words, 'despite' => Particular::Words, 'longer' => Particular::Words],
            self::CardGiven, self::CardWithdrawn => ['for' => Particular::Words],
            self::WorkAnnounced => ['before' => Particular::Words, 'despite' => Particular::Words],
            self::StatusKept => ['why' => Particular::Words],
            self::ReportJudged => ['text' => Particular::Words],
            default => [],
        };
    }
}
