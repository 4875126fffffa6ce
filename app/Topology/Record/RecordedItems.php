<?php

declare(strict_types=1);

namespace App\Topology\Record;

use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\Recorded;

/** What is recorded, as a plan asks for it. */
final class RecordedItems implements Recorded
{
    private const AT_ONCE = 500;

    public function items(array $ids): array
    {
        $items = [];
        foreach (array_chunk($ids, self::AT_ONCE) as $chunk) {
            $needs = Needs::of($chunk);
            foreach (DB::table('items')->whereIn('id', $chunk)->get() as $row) {
                $items[$row->id] = ['fields' => Fields::of($row), 'needs' => $needs[$row->id] ?? []];
            }
        }

        return $items;
    }

    public function holders(string $kind, string $attribute, array $values): array
    {
        $holders = [];
        foreach (array_chunk(array_values(array_unique(array_map(mb_strtolower(...), $values))), self::AT_ONCE) as $chunk) {
            $rows = DB::table('item_values')->join('items', 'items.id', '=', 'item_values.item_id')
                ->where('items.kind', $kind)->where('item_values.field', $attribute)
                ->where('item_values.value', '!=', '')
                ->whereIn(DB::raw('lower(item_values.value)'), $chunk)
                    ->orderBy('item_values.item_id')->get(['item_values.item_id', 'item_values.value']);
            foreach ($rows as $row) {
                $holders[mb_strtolower($row->value)] ??= (string) $row->item_id;
            }
        }

        return $holders;
    }
}
