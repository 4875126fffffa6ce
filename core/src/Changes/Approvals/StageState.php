<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

/** How it stands with one stage. */
enum StageState: string
{
    case NotBegun = 'not_begun';
    case Open = 'open';
    case Granted = 'granted';
    case Refused = 'refused';
    case Expired = 'expired';

    public function outcome(): ApprovalOutcome
    {
        return match ($this) {
            self::Granted => ApprovalOutcome::Granted,
            self::Refused => ApprovalOutcome::Refused,
            self::Expired => ApprovalOutcome::Expired,
            self::NotBegun, self::Open => ApprovalOutcome::Waiting,
        };
    }

    public function endsTheWhole(): bool
    {
        return $this === self::Refused || $this === self::Expired;
    }
}
