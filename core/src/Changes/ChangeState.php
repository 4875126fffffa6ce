<?php

declare(strict_types=1);

namespace Skarvo\Changes;

/** How far a change is. */
enum ChangeState: string
{
    case Draft = 'draft';
    case Asked = 'asked';
    case Approved = 'approved';
    case Refused = 'refused';
    case Expired = 'expired';
    case UnderWay = 'under-way';
    case Done = 'done';
    case BackedOut = 'backed-out';
    case Failed = 'failed';
    case Cancelled = 'cancelled';
    case InReview = 'in-review';

    public function words(): string
    {
        return match ($this) {
            self::Draft => 'draft',
            self::Asked => 'waits for approval',
            self::Approved => 'approved',
            self::Refused => 'refused',
            self::Expired => 'expired without an answer',
            self::UnderWay => 'under way',
            self::Done => 'done',
            self::BackedOut => 'backed out',
            self::Failed => 'failed',
            self::Cancelled => 'cancelled',
            self::InReview => 'in review',
        };
    }

    /** Whether it may still be carried out. */
    public function isAhead(): bool
    {
        return in_array($this, [self::Draft, self::Asked, self::Approved, self::Refused, self::Expired], true);
    }

    /** Whether the work itself is over, however it went. */
    public function isOver(): bool
    {
        return ! $this->isAhead() && $this !== self::UnderWay;
    }

    /** Whether it takes its time in the calendar: what may still come to be, or is. */
    public function isPlanned(): bool
    {
        return in_array($this, [self::Asked, self::Approved, self::UnderWay], true);
    }

    public static function after(ChangeResult $result): self
    {
        return match ($result) {
            ChangeResult::Ok => self::Done,
            ChangeResult::BackedOut => self::BackedOut,
            ChangeResult::Failed => self::Failed,
        };
    }
}
