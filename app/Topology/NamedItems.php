<?php

declare(strict_types=1);

namespace App\Topology;

use Illuminate\Support\Facades\DB;

/** Items by what a text may call them: their id, a host name, an address, a serial number, or a monitor's name for them. */
final class NamedItems
{
    /** Fields whose value names one thing. */
    private const FIELDS = ['hostname', 'address', 'serial'];

    /**
     * @param  list<string>  $names  in lower case
     * @return array<array-key, Item> by the name that led to it, in the order of the names
     */
    public static function of(array $names): array
    {
        if ($names === []) {
            return [];
        }
        $ids = [];
        foreach (Item::query()->whereIn('id', $names)->pluck('id') as $id) {
            $ids[(string) $id] = (string) $id;
        }
        foreach (DB::table('item_aliases')->whereIn('named', $names)->get(['named', 'item_id']) as $row) {
            $ids[(string) $row->named] ??= (string) $row->item_id;
        }
        $marks = implode(', ', array_fill(0, count($names), '?'));
        foreach (self::FIELDS as $field) {
            // In these very words the index over values serves.
            foreach (
                DB::table('item_values')->where('field', $field)->whereRaw("lower(value) in ($marks)", $names)
                    ->get(['item_id', 'value']) as $row
            ) {
                $ids[mb_strtolower((string) $row->value)] ??= (string) $row->item_id;
            }
        }
        $retired = DB::table('retired_items')->whereIn('item_id', $ids)->pluck('item_id')->all();
        $items = Item::query()->whereKey(array_values($ids))->get()->keyBy('id');
        $found = [];
        foreach ($names as $name) {
            $item = $items->get($ids[$name] ?? '');
            if ($item !== null && ! in_array($item->id, $retired, true)) {
                $found[$name] = $item;
            }
        }

        return $found;
    }
}
