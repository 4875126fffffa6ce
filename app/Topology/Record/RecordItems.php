<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\PlannedRow;

/** Records what a person says of items: by the form, or by a file. Call it inside a transaction. */
final class RecordItems
{
    private const AT_ONCE = 300;

    /**
     * @param  list<PlannedRow>  $rows  those that are new or changed, with what changes
     * @param  array{why: string}|array{said_by: string}|array{file: string, import: int}  $because  words of whoever does it; whose word it
     *      is; the file by which it is said
     * @param  bool  $withNeeds  whether all that they need is recorded by now; if not, put needs afterwards
     */
    public function __invoke(array $rows, Actor $by, array $because, bool $withNeeds = true): void
    {
        $at = Moment::precise(now());
        $kept = $this->kept(array_values(array_map(static fn(PlannedRow $row): string => $row->id, $rows)));
        $new = $values = $entries = [];
        foreach ($rows as $row) {
            $set = array_map(static fn(array $change): string => $change[1], array_diff_key($row->changes, ['needs' => 1]));
            if (! isset($kept[$row->id])) {
                $new[] = self::row($row->id, $set);
            } elseif ($set !== []) {
                DB::table('items')->where('id', $row->id)->update(self::columns($set, $kept[$row->id]));
            }
            foreach ($set as $field => $value) {
                $values[] = [
                    'item_id' => $row->id, 'field' => (string) $field, 'origin' => Fields::BY_HAND, 'value' => $value,
                    'said_by' => $by->name, 'said_at' => $at,
                ];
            }
            $entries[] = ['kind' => isset($kept[$row->id]) ? TopologyEntry::ItemChanged : TopologyEntry::ItemMade, 'id' => $row->id, 'also' => [
                'import' => $because['import'] ?? null,
            ], 'facts' => [
                'name' => $set['name'] ?? (string) ($kept[$row->id]->name ?? $row->id), 'changes' => $row->changes, ...$because,
            ]];
        }
        foreach (array_chunk($new, self::AT_ONCE) as $chunk) {
            DB::table('items')->insert($chunk);
        }
        foreach (array_chunk($values, self::AT_ONCE) as $chunk) {
            DB::table('item_values')->upsert($chunk, ['item_id', 'field', 'origin'], ['value', 'said_by', 'said_at']);
        }
        $this->lookAgainAtScans($rows);
        if ($withNeeds) {
            $this->putNeeds($rows);
        }
        Journal::writeMany($by, 'item', $entries);
    }

    /** @param  list<PlannedRow>  $rows */
    public function putNeeds(array $rows): void
    {
        $needs = [];
        foreach ($rows as $row) {
            if ($row->needs !== null) {
                $needs[$row->id] = $row->needs;
            }
        }
        Needs::put($needs);
    }

    /**
     * Somebody set a value anew: what a scan says of it is to be seen again.
     *
     * @param  list<PlannedRow>  $rows
     */
    private function lookAgainAtScans(array $rows): void
    {
        if (! DB::table('item_values')->where('overruled', true)->exists()) {
            return;
        }
        foreach ($rows as $row) {
            DB::table('item_values')->where('item_id', $row->id)
                ->whereIn('field', array_map(strval(...), array_keys($row->changes)))->where('overruled', true)
                ->update(['overruled' => false]);
        }
    }

    /**
     * @param  list<string>  $ids
     * @return array<array-key, \stdClass>
     */
    private function kept(array $ids): array
    {
        $kept = [];
        foreach (array_chunk($ids, self::AT_ONCE) as $chunk) {
            $kept += DB::table('items')->whereIn('id', $chunk)->get()->keyBy('id')->all();
        }

        return $kept;
    }

    /**
     * @param  array<array-key, string>  $values
     * @return array<string, string|int|null> a whole row
     */
    public static function row(string $id, array $values): array
    {
        return [
            'id' => $id, 'tier' => null, 'team_id' => null, 'business_owner_id' => null, 'site' => null, 'description' => null,
            'public_name' => null, 'use' => null, 'attributes' => '{}', ...self::columns(['name' => $id, ...$values], null),
        ];
    }

    /**
     * @param  array<array-key, string>  $values  what counts from now on, by field
     * @return array<string, string|int|null> by column
     */
    public static function columns(array $values, ?\stdClass $before): array
    {
        $columns = $attributes = [];
        foreach ($values as $field => $value) {
            $field = (string) $field;
            if (! isset(Fields::COLUMNS[$field])) {
                $attributes[$field] = $value;
            } elseif ($value === '') {
                $columns[Fields::COLUMNS[$field]] = null;
            } else {
                $columns[Fields::COLUMNS[$field]] = $field === 'tier' ? (int) $value : $value;
            }
        }
        if ($attributes !== []) {
            $all = array_filter(
                [...$before === null ? [] : (array) json_decode($before->attributes, true, 4, JSON_THROW_ON_ERROR), ...$attributes],
                static fn(mixed $value): bool => $value !== '',
            );
            $columns['attributes'] = json_encode((object) $all, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
        }

        return $columns;
    }
}
