<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

/** What a reporter says has stopped. */
enum Stops: string
{
    case All = 'all';
    case Part = 'part';
    case Little = 'little';

    public function words(): string
    {
        return match ($this) {
            self::All => 'everything has stopped',
            self::Part => 'some of it works',
            self::Little => 'it works, with difficulty',
        };
    }
}
