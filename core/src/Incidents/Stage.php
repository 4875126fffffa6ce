<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

/** How far the work on an incident is, in words that outsiders read too. */
enum Stage: string
{
    case Looking = 'looking';
    case CauseFound = 'cause_found';
    case Fixing = 'fixing';
    case Proving = 'proving';
    case Restored = 'restored';

    public function words(): string
    {
        return match ($this) {
            self::Looking => 'Looking for the cause',
            self::CauseFound => 'Cause found',
            self::Fixing => 'Fix under way',
            self::Proving => 'Working again, being checked',
            self::Restored => 'Service restored',
        };
    }
}
