<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\InOrder;
use App\Platform\Database\Sql;
use App\Topology\Estate;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Signals\Attention;
use Skarvo\Signals\Level;
use Skarvo\Topology\HitService;

/**
 * Groups of alerts by what needs taking first, over tens of thousands of them.
 *
 * In a storm most are on what the estate does not know, which endangers nothing in it: those are put in order where they
 * are, and only as many are read as are shown. Of the others what they endanger is worked out.
 *
 * @phpstan-type GroupInOrder array{id: int, taken: bool, tier: int, rank: int, since: string, count: int, level: int}
 */
final class GroupsInOrder
{
    private const SINCE = 'min(coalesce(decide_again_at, first_signal_at)) as since';

    /** @var array<string, array{int, int}> tier and rank of the state of what an item endangers, by item and level */
    private array $weights = [];

    /** @var array<string, list<GroupInOrder>> by query: several parts of one screen ask for the same */
    private array $known = [];

    public function __construct(private readonly Estate $estate) {}

    /**
     * @param  Builder<Alert>  $query
     * @param  int|null  $most  null: all of them
     * @return list<GroupInOrder> in order of need
     */
    public function first(Builder $query, ?int $most = null): array
    {
        $unknown = $this->unknown($query)->orderBy('taken')->orderByDesc('level')->orderBy('since')
            ->orderBy('group_id');
        if ($most !== null) {
            $unknown->limit($most);
        }

        return array_slice(self::inOrder([...$this->known($query), ...self::read($unknown->get()->all())]), 0, $most);
    }

    /**
     * Those that nobody has: of all that may wait as long, the ones that have waited longest.
     *
     * @param  Builder<Alert>  $query
     * @return list<GroupInOrder> in order of need
     */
    public function untaken(Builder $query, int $most): array
    {
        $unknown = $this->unknown($query)->havingRaw(Sql::every('taken_at is not null').' = 0')->orderBy('since')->orderByDesc('level')
            ->orderBy('group_id')->limit($most);
        $byWait = [];
        foreach ([...$this->known($query), ...self::read($unknown->get()->all())] as $group) {
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
        $row = (clone $query)->getQuery()->whereNotNull('group_id')->selectRaw('count(distinct group_id) as many, count(*) as alerts')->first();

        return [(int) ($row->many ?? 0), (int) ($row->alerts ?? 0)];
    }

    /**
     * Groups in which nothing is on what the estate knows.
     *
     * @param  Builder<Alert>  $query
     */
    private function unknown(Builder $query): \Illuminate\Database\Query\Builder
    {
        return (clone $query)->getQuery()->whereNotNull('group_id')->selectRaw(
            'group_id, '.Attention::NO_TIER.' as tier, 0 as "rank", max('.InOrder::rank('level', Level::class).') as level, '
                .self::SINCE.', '.Sql::every('taken_at is not null').' as taken, count(*) as many',
        )->groupBy('group_id')->havingRaw('count(item_id) = 0');
    }

    /**
     * @param  Builder<Alert>  $query
     * @return list<GroupInOrder> those in which something is on what the estate knows, with what that endangers
     */
    private function known(Builder $query): array
    {
        $key = $query->toRawSql();
        if (isset($this->known[$key])) {
            return $this->known[$key];
        }
        $its = (clone $query)->getQuery()->whereNotNull('item_id')->select('group_id');
        $rows = (clone $query)->getQuery()->whereIn('group_id', $its)->selectRaw(
            'group_id, item_id, max('.InOrder::rank('level', Level::class).') as level, '.self::SINCE.', '
                .Sql::every('taken_at is not null').' as taken, count(*) as many',
        )->groupBy('group_id', 'item_id')->get()->all();
        $this->estate->prepare(array_values(array_unique(array_map(
            strval(...), array_filter(array_column($rows, 'item_id'), static fn(mixed $item): bool => $item !== null),
        ))));
        $groups = [];
        foreach ($rows as $row) {
            [$row->tier, $row->rank] = $row->item_id === null
                ? [Attention::NO_TIER, 0]
                : $this->weight((string) $row->item_id, (int) $row->level);
            [$group] = self::read([$row]);
            $before = $groups[$group['id']] ?? null;
            $groups[$group['id']] = $before === null ? $group : [
                'id' => $group['id'], 'taken' => $before['taken'] && $group['taken'], 'tier' => min($before['tier'], $group['tier']),
                'rank' => max($before['rank'], $group['rank']), 'since' => min($before['since'], $group['since']),
                'count' => $before['count'] + $group['count'], 'level' => max($before['level'], $group['level']),
            ];
        }

        return $this->known[$key] = array_values($groups);
    }

    /**
     * @param  array<int, \stdClass>  $rows
     * @return list<GroupInOrder>
     */
    private static function read(array $rows): array
    {
        return array_values(array_map(static fn(\stdClass $row): array => [
            'id' => (int) $row->group_id, 'taken' => (bool) $row->taken, 'tier' => (int) $row->tier, 'rank' => (int) $row->rank,
            'since' => (string) $row->since, 'count' => (int) $row->many, 'level' => (int) $row->level,
        ], $rows));
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
