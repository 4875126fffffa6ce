<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

/** How far an incident reaches. */
enum Impact: string
{
    case Wide = 'wide';
    case Part = 'part';
    case Few = 'few';

    public function meaning(): string
    {
        return match ($this) {
            self::Wide => 'many people or several sites',
            self::Part => 'one service, site or team',
            self::Few => 'a few people',
        };
    }
}
