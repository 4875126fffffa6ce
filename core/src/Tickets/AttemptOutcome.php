<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

/** What came of something that was tried. */
enum AttemptOutcome: string
{
    case Helped = 'helped';
    case NoHelp = 'no_help';
    case Refused = 'refused';

    public function words(): string
    {
        return match ($this) {
            self::Helped => 'helped',
            self::NoHelp => 'did not help',
            self::Refused => 'refused',
        };
    }
}
