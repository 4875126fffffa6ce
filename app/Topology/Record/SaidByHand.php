<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Moment;
use Illuminate\Support\Facades\DB;

/** Notes as set by a person whatever items hold of which nobody is known to have said it: after they were put into the database at once. */
final class SaidByHand
{
    public static function ofAllItems(string $by, ?string $at = null): void
    {
        $at ??= Moment::precise(now());
        $values = static fn(string $field, string $value): string =>
            "select id, '$field', 'hand', cast($value as text), ?, ? from items where $value is not null";
        foreach (Fields::COLUMNS as $field => $column) {
            DB::insert(
                'insert into item_values (item_id, field, origin, value, said_by, said_at) '
                    .$values($field, "\"$column\"").' on conflict do nothing',
                [$by, $at],
            );
        }
        foreach (DB::table('items')->where('attributes', '!=', '{}')->get(['id', 'attributes']) as $item) {
            foreach ((array) json_decode($item->attributes, true, 4, JSON_THROW_ON_ERROR) as $field => $value) {
                DB::table('item_values')->insertOrIgnore([
                    'item_id' => $item->id, 'field' => $field, 'origin' => Fields::BY_HAND,
                    'value' => is_string($value) ? $value : '', 'said_by' => $by, 'said_at' => $at,
                ]);
            }
        }
    }
}
