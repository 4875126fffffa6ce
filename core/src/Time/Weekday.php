<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** A day of the week, as documents write it. */
enum Weekday: string
{
    case Monday = 'mon';
    case Tuesday = 'tue';
    case Wednesday = 'wed';
    case Thursday = 'thu';
    case Friday = 'fri';
    case Saturday = 'sat';
    case Sunday = 'sun';

    /** 1 is Monday, 7 is Sunday (ISO 8601). */
    public function number(): int
    {
        return (int) array_search($this, self::cases(), true) + 1;
    }
}
