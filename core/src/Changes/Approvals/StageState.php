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

    public function outcome(): Outcome
    {
        return match ($this) {
            self::Granted => Outcome::Granted,
            self::Refused => Outcome::Refused,
            self::Expired => Outcome::Expired,
            self::NotBegun, self::Open => Outcome::Waiting,
        };
    }

    public function endsTheWhole(): bool
    {
        return $this === self::Refused || $this === self::Expired;
    }
}
