<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Look;
use App\Platform\Moment;
use Illuminate\Support\Facades\DB;

/** Which items are watched: those of which a check said something lately, be it that all is well. Of others silence says nothing. */
final class Watched
{
    private const AT_ONCE = 300;

    /** A check that says nothing for so long is not there any more. */
    private const DAYS = 30;

    /** @param  list<\stdClass>  $signals  rows of signals that are taken */
    public static function note(array $signals): void
    {
        $items = [];
        foreach ($signals as $signal) {
            if ($signal->item !== null) {
                $items[$signal->item] = true;
            }
        }
        $day = intdiv(Moment::now(), 86400);
        foreach (array_chunk(array_map(strval(...), array_keys($items)), self::AT_ONCE) as $some) {
            // Once a day is enough: a check speaks every minute.
            DB::insert('insert into watched_items (item, day) values '.implode(
                ', ', array_fill(0, count($some), '(?, ?)')
            ).' on conflict (item) do update set day = excluded.day where watched_items.day <> excluded.day',
                array_merge(...array_map(static fn(string $item): array => [$item, $day], $some)));
        }
    }

    /** @return list<string> items, also such as had an alert before it was noted who speaks */
    public static function items(): array
    {
        return Look::once('watched items', static function (): array {
            $spoke = DB::table('watched_items')->where('day', '>=', intdiv(Moment::now(), 86400) - self::DAYS)->select('item');

            return array_values(array_map(strval(...), DB::table('alert_items')->select('item')->union($spoke)->pluck('item')->all()));
        });
    }
}
