<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\InOrder;
use App\Topology\Estate;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as QueryBuilder;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Attention;
use Skarvo\Signals\Level;
use Skarvo\Topology\HitService;

/**
 * Groups of alerts by what needs taking first, over tens of thousands of them.
 *
 * In a storm most are on what the estate does not know, which endangers nothing in it: those are put in order where they
 * are, and only as many are read as are shown. Of the others what they endanger is worked out. What is asked for most, all
 * that is undecided, is kept as it changes (KeepGroupsInOrder), and only what has changed since is gone over.
 *
 * @phpstan-type GroupInOrder array{id: int, taken: bool, tier: int, rank: int, since: string, count: int, level: int}
 */
final class GroupsInOrder
{
    /** Of all alerts of a group that are on one item. */
    public const EACH = 'max(level) as level, min(since) as since, min(taken) as taken, count(*) as many';

    /** @var array<string, array{int, int}> tier and rank of the state of what an item endangers, by item and level */
    private array $weights = [];

    /** @var array<string, array{int, int}> by query: how many groups there are, and how many alerts in them */
    private array $counts = [];

    public function __construct(private readonly Estate $estate) {}

    /**
     * @param  Builder<Alert>  $query
     * @param  int|null  $most  null: all of them
     * @return list<GroupInOrder> in order of need
     */
    public function first(Builder $query, ?int $most = null): array
    {
        return array_slice(self::inOrder($this->groups($query, 'taken, level desc, since, group_id', $most)), 0, $most);
    }

    /**
     * Those that nobody has: of all that may wait as long, the ones that have waited longest.
     *
     * @param  Builder<Alert>  $query
     * @return list<GroupInOrder> in order of need
     */
    public function untaken(Builder $query, int $most): array
    {
        $byWait = [];
        foreach ($this->groups($query, 'taken, since, level desc, group_id', $most) as $group) {
            if (! $group['taken']) {
                $byWait[Attention::mayWait($group['tier'], $group['rank'])][] = $group;
            }
        }

        return self::inOrder(array_merge(...array_map(static function (array $groups) use ($most): array {
            $groups = self::inOrder($groups);
            usort($groups, static fn(array $a, array $b): int => $a['since'] <=> $b['since']);

            return array_slice($groups, 0, $most);
        }, array_values($byWait))));
    }

    /**
     * @param  Builder<Alert>  $query
     * @return array{int, int} how many groups there are, and how many alerts in them
     */
    public function count(Builder $query): array
    {
        $key = $query->toRawSql();
        if (! isset($this->counts[$key])) {
            $this->first($query, 0);
        }

        return $this->counts[$key];
    }

    /**
     * In one statement: what the query finds is gone over once, however long it takes to find it, and no group is kept anew
     * between two looks at it.
     *
     * @param  Builder<Alert>  $query
     * @param  literal-string  $order  of the groups in which nothing is on what the estate knows
     * @param  int|null  $most  of those; null: all
     * @return list<GroupInOrder> these and, without an order, all in which something is
     */
    private function groups(Builder $query, string $order, ?int $most): array
    {
        $limit = $most === null ? '' : " limit $most";
        $each = self::EACH;
        $isKept = self::asksForAll($query);
        $marked = KeepGroupsInOrder::toOrder()->select('group_id');
        $found = self::columns($query);
        if ($isKept) {
            $found->whereRaw('group_id in (select group_id from marked)');
        }
        $rows = DB::select(
            'with '.($isKept ? "marked as materialized ({$marked->toSql()}), " : '')."found as materialized ({$found->toSql()}), "
                .'known as materialized (select distinct group_id from found where item_id is not null) '
                ."select group_id, item_id, $each from found where group_id in (select group_id from known) group by group_id, item_id "
                ."union all select * from (select group_id, null, $each from found where group_id not in (select group_id from known) "
                ."group by group_id order by $order$limit) as others "
                .'union all select null, null, count(distinct group_id), null, null, count(*) from found'
                .($isKept ? self::kept($order.$limit) : ''),
            [...($isKept ? $marked->getBindings() : []), ...$found->getBindings()],
        );
        $counts = array_filter($rows, static fn(\stdClass $row): bool => $row->group_id === null);
        $this->counts[$query->toRawSql()] = [
            (int) array_sum(array_column($counts, 'level')), (int) array_sum(array_column($counts, 'many')),
        ];
        $rows = array_diff_key($rows, $counts);
        $this->estate->prepare(array_values(array_unique(array_map(
            strval(...), array_filter(array_column($rows, 'item_id'), static fn(mixed $item): bool => $item !== null),
        ))));
        $groups = [];
        foreach ($rows as $row) {
            [$tier, $rank] = $row->item_id === null
                ? [Attention::NO_TIER, 0]
                : $this->weight((string) $row->item_id, (int) $row->level);
            $id = (int) $row->group_id;
            $before = $groups[$id] ?? null;
            $groups[$id] = [
                'id' => $id, 'taken' => (bool) $row->taken && ($before['taken'] ?? true),
                'tier' => min($before['tier'] ?? Attention::NO_TIER, $tier), 'rank' => max($before['rank'] ?? 0, $rank),
                'since' => min($before['since'] ?? (string) $row->since, (string) $row->since),
                'count' => ($before['count'] ?? 0) + (int) $row->many, 'level' => max($before['level'] ?? 0, (int) $row->level),
            ];
        }

        return array_values($groups);
    }

    /**
     * Of each alert what its group's place depends on.
     *
     * @param  Builder<Alert>  $query
     */
    public static function columns(Builder $query): QueryBuilder
    {
        return (clone $query)->getQuery()->whereNotNull('group_id')->selectRaw(
            'group_id, item_id, '.InOrder::rank('level', Level::class).' as level, '
                .'coalesce(decide_again_at, first_signal_at) as since, case when taken_at is not null then 1 else 0 end as taken',
        );
    }

    /**
     * Whether a query asks for all that is undecided and nothing else: what is kept of the groups is of that.
     *
     * @param  Builder<Alert>  $query
     */
    private static function asksForAll(Builder $query): bool
    {
        return $query->toSql() === Alert::query()->undecided()->toSql();
    }

    /** @return string further rows: what is kept of groups that have not changed since, and how many those are */
    private static function kept(string $order): string
    {
        $kept = 'from groups_in_order where group_id not in (select group_id from marked)';
        $columns = 'group_id, item_id, level, since, taken, many';

        return " union all select $columns $kept and known = 1 "
            ."union all select * from (select $columns $kept and known = 0 order by $order) as kept "
            ."union all select null, null, count(distinct group_id), null, null, coalesce(sum(many), 0) $kept and known = 1 "
            // Without what is known, a group is one row.
            ."union all select null, null, count(*), null, null, coalesce(sum(many), 0) $kept and known = 0";
    }

    /**
     * @param  array<int, GroupInOrder>  $groups
     * @return list<GroupInOrder>
     */
    private static function inOrder(array $groups): array
    {
        $order = array_map(
            static fn(array $group): string => Attention::order(
                $group['taken'], $group['tier'], $group['rank'], $group['level'], $group['since'], $group['id'],
            ),
            $groups,
        );
        asort($order, SORT_STRING);

        return array_map(static fn(int $i): array => $groups[$i], array_keys($order));
    }

    /** @return array{int, int} tier and rank of the worst that an item can do at a level */
    private function weight(string $item, int $level): array
    {
        return $this->weights["$level $item"] ??= $this->weigh($item, Level::cases()[$level]);
    }

    /** @return array{int, int} */
    private function weigh(string $item, Level $level): array
    {
        $services = $this->estate->services($this->estate->trace([$item => $level->observed()]));

        return [
            $services === [] ? Attention::NO_TIER : $services[0]->tier,
            $services !== [] ? max(array_map(static fn(HitService $s): int => $s->state->rank(), $services)) : $level->observed()->rank(),
        ];
    }
}
