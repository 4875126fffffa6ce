<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\BandRow;
use App\Platform\Given;
use App\Platform\Moment;
use App\Platform\Person;

/** What the time band shows: the last hours and the next few. */
final class Band
{
    private const HOURS_BACK = 6;

    private const HOURS_AHEAD = 3;

    /** @return array<string, mixed> */
    public static function around(Person $person): array
    {
        $now = Moment::now();
        [$from, $to] = [$now - self::HOURS_BACK * 3600, $now + self::HOURS_AHEAD * 3600];

        return array_merge(
            ['from' => $from * 1000, 'to' => $to * 1000],
            ...array_map(static fn(BandRow $row): array => $row->rows($person, $from, $to), Given::all(BandRow::class)),
        );
    }
}
