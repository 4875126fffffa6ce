<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Topology\Record\Fields;
use App\Topology\Record\Needs;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\EstateRow;
use Skarvo\Topology\Record\Need;

/** Recorded items as rows of a file, a handful at a time. */
final class Rows
{
    private const AT_ONCE = 500;

    /**
     * @param  list<string>|null  $only  a selection, of which nothing outside is named; null: the whole estate
     * @return iterable<EstateRow> in order of id
     */
    public static function of(?array $only): iterable
    {
        $chosen = $only === null ? null : array_fill_keys($only, true);
        $after = '';
        do {
            $items = DB::table('items')->where('id', '>', $after)->orderBy('id')->limit(self::AT_ONCE)->get();
            $needs = Needs::of(array_values($items->pluck('id')->map(strval(...))->all()));
            foreach ($items as $item) {
                $after = (string) $item->id;
                if ($chosen === null || isset($chosen[$item->id])) {
                    yield new EstateRow(
                        '', (string) $item->id, Fields::of($item),
                        $chosen === null ? $needs[$item->id] ?? [] : self::within($needs[$item->id] ?? [], $chosen),
                    );
                }
            }
        } while (count($items) === self::AT_ONCE);
    }

    /**
     * @param  list<Need>  $needs
     * @param  array<array-key, true>  $chosen
     * @return list<Need> a need of which a member is left out would say something else, and is left out too
     */
    private static function within(array $needs, array $chosen): array
    {
        return array_values(array_filter(
            $needs, static fn(Need $need): bool => array_diff_key(array_flip($need->members), $chosen) === [],
        ));
    }

    /**
     * @param  list<string>|null  $only
     * @return list<string> names of attributes that any of them has, in order
     */
    public static function attributes(?array $only): array
    {
        $names = [];
        foreach (self::of($only) as $row) {
            $names += array_fill_keys(array_keys(array_diff_key($row->fields, Fields::COLUMNS)), true);
        }
        ksort($names);

        return array_map(strval(...), array_keys($names));
    }
}
