<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Contracts\HoldsItems;
use App\Topology\Item;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;

/**
 * Takes an item out of the estate without losing what is known of it: it needs nothing and nothing needs it any more, and
 * it is found no longer. Taken back, what it needed and what needed it stand again, as far as the others are still there.
 * Call it inside a transaction.
 */
final class RetireItem
{
    /** @throws Refused if it is retired, or alerts on it are open */
    public function __invoke(Item $item, string $why, Person $by): void
    {
        if (self::isRetired($item->id)) {
            throw Refused::because("$item->name is retired already.");
        }
        foreach (Given::all(HoldsItems::class) as $one) {
            $holds = $one->whyNotRetire($item);
            if ($holds !== null) {
                throw Refused::because($holds);
            }
        }
        $groups = DB::table('need_groups')->where('item_id', $item->id)
            ->orWhereIn('id', DB::table('dependencies')->where('to_id', $item->id)->whereNotNull('group_id')->select('group_id'))
            ->get();
        $dependencies = DB::table('dependencies')->where('from_id', $item->id)
            ->orWhere('to_id', $item->id)->orWhereIn('group_id', $groups->pluck('id'))->get();
        $leftWithout = self::leftWithout(array_values($groups->where('item_id', '!=', $item->id)->all()), $dependencies->all(), $item->id);
        DB::table('retired_items')->insert([
            'item_id' => $item->id, 'person_id' => $by->id, 'why' => $why, 'at' => Moment::precise(now()),
            'dependencies' => json_encode($dependencies->all(), JSON_THROW_ON_ERROR),
            'groups' => json_encode($groups->all(), JSON_THROW_ON_ERROR),
        ]);
        DB::table('dependencies')->where('from_id', $item->id)->orWhere('to_id', $item->id)->delete();
        DB::table('need_groups')->where('item_id', $item->id)->delete();
        foreach ($leftWithout as $group => $needs) {
            // A spare is gone: no more can be needed than are left.
            $needs === 0
                ? DB::table('need_groups')->where('id', $group)->delete()
                : DB::table('need_groups')->where('id', $group)->update(['needs' => $needs]);
        }
        Journal::write(Actor::person($by), TopologyEntry::ItemRetired, ['item', $item->id], ['name' => $item->name, 'why' => $why]);
    }

    /** Brings a retired item back. */
    public function undo(Item $item, Person $by): void
    {
        $row = DB::table('retired_items')
            ->where('item_id', $item->id)->first() ?? throw Refused::because("$item->name is in the estate already.");
        DB::table('retired_items')->where('item_id', $item->id)->delete();
        /** @var list<array<string, mixed>> $groups */
        $groups = json_decode($row->groups, true, 8, JSON_THROW_ON_ERROR);
        /** @var list<array<string, mixed>> $dependencies */
        $dependencies = json_decode($row->dependencies, true, 8, JSON_THROW_ON_ERROR);
        $there = array_flip(DB::table('items')->whereIn(
            'id',
            array_values(array_unique([...array_column($dependencies, 'from_id'), ...array_column($dependencies, 'to_id')])),
        )->whereNotIn('id', DB::table('retired_items')->select('item_id'))->pluck('id')->map(strval(...))->all());
        $ids = [];
        $leftWithout = self::leftWithout(
            array_map(static fn(array $group): \stdClass => (object) $group, $groups),
            array_map(static fn(array $one): \stdClass => (object) $one, $dependencies), $item->id,
        );
        foreach ($groups as $group) {
            if (! is_string($group['item_id']) || ! isset($there[$group['item_id']])) {
                continue;
            }
            $now = DB::table('need_groups')->where('item_id', $group['item_id'])->where('name', $group['name'])->first();
            $ids[(int) $group['id']] = $now === null
                ? DB::table('need_groups')->insertGetId(array_diff_key($group, ['id' => 0]))
                : (int) $now->id;
            // What somebody said of it since stays.
            if ($now !== null && (int) $now->needs === ($leftWithout[(int) $group['id']] ?? (int) $group['needs'])) {
                DB::table('need_groups')->where('id', $now->id)->update(['needs' => $group['needs']]);
            }
        }
        foreach ($dependencies as $dependency) {
            $group = $dependency['group_id'] === null ? null : $ids[(int) $dependency['group_id']] ?? 0;
            $pair = ['from_id' => $dependency['from_id'], 'to_id' => $dependency['to_id'], 'group_id' => $group];
            if (
                $group !== 0
                    && is_string($pair['from_id'])
                    && is_string($pair['to_id'])
                    && isset($there[$pair['from_id']], $there[$pair['to_id']])
                    && DB::table('dependencies')->where($pair)->doesntExist()
            ) {
                DB::table('dependencies')->insert([...array_diff_key($dependency, ['id' => 0]), ...$pair]);
            }
        }
        Journal::write(Actor::person($by), TopologyEntry::ItemReturned, ['item', $item->id], ['name' => $item->name]);
    }

    public static function isRetired(string $item): bool
    {
        return DB::table('retired_items')->where('item_id', $item)->exists();
    }

    /**
     * How many members of other items' groups are needed once it is gone, where that changes.
     *
     * @param  list<\stdClass>  $groups
     * @param  array<array-key, \stdClass>  $dependencies
     * @return array<int, int>
     */
    private static function leftWithout(array $groups, array $dependencies, string $item): array
    {
        $left = [];
        foreach ($groups as $group) {
            $members = count(array_filter(
                $dependencies,
                static fn(\stdClass $one): bool => (int) $one->group_id === (int) $group->id && $one->to_id !== $item,
            ));
            if ($members < (int) $group->needs) {
                $left[(int) $group->id] = $members;
            }
        }

        return $left;
    }
}
