<?php

declare(strict_types=1);

namespace App\Topology;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Graph;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;

/**
 * The graph of the estate, read from the database as far as a question needs it: what stands on some items, or what
 * they stand on. So a question costs what its answer is large, and not what the estate is.
 */
final class GrowingGraph
{
    private const AT_ONCE = 1000;

    /** Needs that are a group come after the others, each kind in the order in which it was recorded. */
    private const GROUPS_FROM = 1 << 50;

    public readonly Graph $graph;

    /**
     * @var array<array-key, array{id: string, name: string, kind: string, tier: ?int, team: ?string, site: ?string, public_name: ?string}|null> by id; null: there is none
     */
    private array $items = [];

    /** @var list<int> place in the record, by need */
    private array $places = [];

    /** @var array<int, true> the same, turned round */
    private array $read = [];

    /** @var array<int, string> by need, of those that are a group */
    private array $groupNames = [];

    /** @var array<int, string> relation by need, where it is said */
    private array $relations = [];

    /** @var array<array-key, true> items of which is known all that needs them */
    private array $withDependents = [];

    /** @var array<array-key, true> items of which is known all that they need */
    private array $withNeeds = [];

    private bool $isWhole = false;

    public function __construct()
    {
        $this->graph = new Graph;
    }

    /** @return array{id: string, name: string, kind: string, tier: ?int, team: ?string, site: ?string, public_name: ?string}|null */
    public function item(string $id): ?array
    {
        if (! array_key_exists($id, $this->items)) {
            $this->readItems([$id]);
        }

        return $this->items[$id];
    }

    /**
     * @param  list<string>  $ids
     * @return list<int> numbers of those that are in the estate, each once
     */
    public function numbers(array $ids): array
    {
        $ids = array_map(strval(...), array_keys(array_fill_keys($ids, true)));
        $this->readItems($ids);

        return array_map($this->number(...), array_values(array_filter($ids, fn(string $id): bool => isset($this->items[$id]))));
    }

    /**
     * Reads what needs some items.
     *
     * @param  list<string>  $ids
     * @return bool whether there was anything to read
     */
    public function readDependents(array $ids): bool
    {
        return $this->readNeedsBy('to_id', $ids, $this->withDependents);
    }

    /**
     * Reads what some items need.
     *
     * @param  list<string>  $ids
     */
    public function readNeeds(array $ids): void
    {
        $this->readNeedsBy('from_id', $ids, $this->withNeeds);
    }

    /**
     * Reads all that stands on some items, directly or through others.
     *
     * @param  list<int>  $items  numbers
     */
    public function growUp(array $items): void
    {
        $this->walk($items, function (array $front): array {
            $this->readDependents(array_map($this->graph->id(...), $front));

            return array_map($this->graph->owner(...), array_merge(...array_map($this->graph->servedBy(...), $front)));
        });
    }

    /**
     * Reads all that some items stand on, directly or through others.
     *
     * @param  list<int>  $items  numbers
     */
    public function growDown(array $items): void
    {
        $this->walk($items, function (array $front): array {
            $this->readNeeds(array_map($this->graph->id(...), $front));
            $of = $this->graph->needsOf();

            return array_merge(...array_map(
                $this->graph->members(...), array_merge(...array_map(static fn(int $item): array => $of[$item] ?? [], $front)),
            ));
        });
    }

    /**
     * Reads as much of what stands on some items as they take along.
     *
     * @param  array<int, int>  $observed  worst rank by item
     */
    public function growAsFarAsHit(array $observed): void
    {
        do {
            $hit = array_keys(Trace::ranks($this->graph, $observed));
        } while ($this->readDependents(array_map($this->graph->id(...), $hit)));
        // At once, as whoever asks what is hit asks next what each of that is.
        $this->readItems(array_map($this->graph->id(...), $hit));
    }

    /**
     * @param  list<int>  $front
     * @param  \Closure(list<int>): list<int>  $next
     */
    private function walk(array $front, \Closure $next): void
    {
        for ($seen = []; $front !== [] && ! $this->isWhole;) {
            $seen += array_fill_keys($front, true);
            $front = array_keys(array_diff_key(array_fill_keys($next($front), true), $seen));
        }
    }

    public function growWhole(): void
    {
        if ($this->isWhole) {
            return;
        }
        foreach (DB::table('items')->orderBy('id')->pluck('id') as $id) {
            $this->number((string) $id);
        }
        $this->take(static fn(Builder $dependencies): Builder => $dependencies);
        $this->isWhole = true;
    }

    /**
     * Needs as they are recorded, in that order.
     *
     * @param  list<int>  $needs  numbers
     * @return list<array{owner: string, name: ?string, needs: int, strength: string, relation: ?string, members: list<string>}>
     */
    public function told(array $needs): array
    {
        $needs = array_keys(array_fill_keys($needs, true));
        usort($needs, fn(int $a, int $b): int => $this->places[$a] <=> $this->places[$b]);

        return array_map(fn(int $need): array => [
            'owner' => $this->graph->id($this->graph->owner($need)), 'name' => $this->groupNames[$need] ?? null,
            'needs' => $this->graph->needed($need),
            'strength' => ($this->graph->isSoft($need) ? Strength::Soft : Strength::Hard)->value,
            'relation' => $this->relations[$need] ?? null,
            'members' => array_map($this->graph->id(...), $this->graph->members($need)),
        ], $needs);
    }

    /**
     * @param  list<string>  $ids
     * @param  array<array-key, true>  $done  ids of those that were read
     */
    private function readNeedsBy(string $column, array $ids, array &$done): bool
    {
        $unread = [];
        foreach ($this->isWhole ? [] : $ids as $id) {
            if (! isset($done[$id])) {
                $unread[] = $id;
            }
        }
        foreach (array_chunk($unread, self::AT_ONCE) as $some) {
            $this->take(static fn(Builder $dependencies): Builder => $dependencies->whereIn($column, $some));
            $done += array_fill_keys($some, true);
        }

        return $unread !== [];
    }

    /**
     * Reads dependencies, and of each group of which one is a member all others.
     *
     * @param  \Closure(Builder): Builder  $which
     */
    private function take(\Closure $which): void
    {
        // Those in groups are told apart here and not in the database, which would look at all that are in none.
        $singly = $which(DB::table('dependencies'))->select([
            'id', 'from_id', 'to_id', 'strength', 'relation_id', 'group_id', DB::raw('1 as needs'), DB::raw('null as name'),
        ]);
        $groups = DB::table('dependencies')->join('need_groups as g', 'g.id', '=', 'dependencies.group_id')
            ->whereIn('dependencies.group_id', $which(DB::table('dependencies'))->select('group_id'))
            ->select(['dependencies.id', 'from_id', 'to_id', 'g.strength', 'g.relation_id', 'group_id', 'g.needs', 'g.name']);
        $members = $group = [];
        foreach ($singly->unionAll($groups)->cursor() as $row) {
            $place = $row->group_id === null ? (int) $row->id : self::GROUPS_FROM + (int) $row->group_id;
            if (isset($this->read[$place]) || ($row->group_id !== null && $row->name === null)) {
                continue;
            }
            if ($row->group_id === null) {
                $this->addNeed($place, $row, [$this->number((string) $row->to_id)]);
            } else {
                $group[$place] = $row;
                $members[$place][(int) $row->id] = $this->number((string) $row->to_id);
            }
        }
        foreach ($group as $place => $row) {
            ksort($members[$place]);
            $this->groupNames[count($this->places)] = (string) $row->name;
            $this->addNeed($place, $row, array_values($members[$place]));
        }
    }

    /** @param  list<int>  $members */
    private function addNeed(int $place, \stdClass $row, array $members): void
    {
        $this->read[$place] = true;
        if ($row->relation_id !== null) {
            $this->relations[count($this->places)] = (string) $row->relation_id;
        }
        $this->places[] = $place;
        $this->graph->addNeed(
            $this->number((string) $row->from_id), $members, (int) $row->needs,
            $row->strength === Strength::Soft->value ? Strength::Soft : Strength::Hard,
        );
    }

    private function number(string $id): int
    {
        return $this->graph->number($id) ?? $this->graph->addItem($id);
    }

    /**
     * Reads what some items are: for who asks for one after the other.
     *
     * @param  list<string>  $ids
     */
    public function readItems(array $ids): void
    {
        $unread = array_values(array_filter($ids, fn(string $id): bool => ! array_key_exists($id, $this->items)));
        foreach (array_chunk($unread, self::AT_ONCE) as $some) {
            $this->items += array_fill_keys($some, null);
            foreach (DB::table('items')->whereIn('id', $some)->get([
                'id', 'name', 'kind', 'tier', 'team_id', 'site', 'public_name',
            ]) as $row) {
                $this->items[$row->id] = [
                    'id' => (string) $row->id, 'name' => $row->name, 'kind' => $row->kind,
                    'tier' => $row->tier === null ? null : (int) $row->tier,
                    'team' => $row->team_id, 'site' => $row->site, 'public_name' => $row->public_name,
                ];
            }
        }
    }
}
