<?php

declare(strict_types=1);

namespace App\Topology\Record;

use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\Need;
use Skarvo\Topology\Record\NeedWords;
use Skarvo\Topology\Strength;

/** What items need, as it lies in the tables. */
final class Needs
{
    private const AT_ONCE = 500;

    /**
     * @param  list<string>|null  $items  null: of all
     * @return array<array-key, list<Need>> by item; one that needs nothing is left out
     */
    public static function of(?array $items = null): array
    {
        $needs = $groups = [];
        foreach ($items === null ? [null] : array_chunk($items, self::AT_ONCE) as $handful) {
            foreach (DB::table('need_groups')->when(
                $handful !== null, fn($query) => $query->whereIn('item_id', $handful ?? []),
            )->orderBy('id')->get() as $row) {
                $groups[(int) $row->id] = [
                    'owner' => (string) $row->item_id, 'needs' => (int) $row->needs, 'strength' => Strength::from($row->strength),
                    'relation' => $row->relation_id, 'members' => [],
                ];
            }
            foreach (DB::table('dependencies')->when(
                $handful !== null, fn($query) => $query->whereIn('from_id', $handful ?? []),
            )->orderBy('id')->get() as $row) {
                if ($row->group_id === null) {
                    $needs[$row->from_id][] = new Need([(string) $row->to_id], 1, Strength::from($row->strength), $row->relation_id);
                } elseif (isset($groups[(int) $row->group_id])) {
                    $groups[(int) $row->group_id]['members'][] = (string) $row->to_id;
                }
            }
        }
        foreach ($groups as $group) {
            $needs[$group['owner']][] = new Need($group['members'], $group['needs'], $group['strength'], $group['relation']);
        }

        return array_map(NeedWords::inOrder(...), $needs);
    }

    /**
     * Puts others in their place. Call it inside a transaction.
     *
     * @param  array<array-key, list<Need>>  $byItem
     */
    public static function put(array $byItem): void
    {
        foreach (array_chunk(array_map(strval(...), array_keys($byItem)), self::AT_ONCE) as $items) {
            DB::table('dependencies')->whereIn('from_id', $items)->delete();
            DB::table('need_groups')->whereIn('item_id', $items)->delete();
        }
        $rows = [];
        foreach ($byItem as $item => $needs) {
            $n = 0;
            foreach (NeedWords::inOrder($needs) as $need) {
                if ($need->isSingle()) {
                    $rows[] = [
                        'from_id' => (string) $item, 'to_id' => $need->members[0], 'strength' => $need->strength->value,
                        'group_id' => null, 'relation_id' => $need->relation,
                    ];

                    continue;
                }
                $group = DB::table('need_groups')->insertGetId([
                    'item_id' => (string) $item, 'name' => 'group-'.++$n, 'needs' => $need->needed,
                    'strength' => $need->strength->value, 'relation_id' => $need->relation,
                ]);
                foreach ($need->members as $member) {
                    $rows[] = [
                        'from_id' => (string) $item, 'to_id' => $member, 'strength' => null, 'group_id' => $group,
                        'relation_id' => null,
                    ];
                }
            }
        }
        foreach (array_chunk($rows, self::AT_ONCE) as $chunk) {
            DB::table('dependencies')->insert($chunk);
        }
    }

    /** Adds one to what an item needs; it is there once, however often it is added. */
    public static function add(string $from, string $to, Strength $strength, ?string $relation): void
    {
        $there = DB::table('dependencies')->where('from_id', $from)->where('to_id', $to)->exists();
        if (! $there) {
            DB::table('dependencies')->insert([
                'from_id' => $from, 'to_id' => $to, 'strength' => $strength->value, 'relation_id' => $relation,
            ]);
        }
    }
}
