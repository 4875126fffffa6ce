<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Collisions;

use Skarvo\Changes\Collisions\PlannedChange;
use Skarvo\Time\Instant;
use Skarvo\Topology\Affected;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Trace;

/** The contract of collisions, read aloud: traces everything again for every stretch of time. */
final class SlowCollisions
{
    /**
     * @param  list<PlannedChange>  $changes
     * @return array{pairs: list<array<string, mixed>>, combined: list<array<string, mixed>>}
     */
    public static function of(Graph $graph, array $changes): array
    {
        usort($changes, static fn(PlannedChange $a, PlannedChange $b): int => strcmp($a->id, $b->id));

        return ['pairs' => self::pairs($graph, $changes), 'combined' => self::combined($graph, $changes)];
    }

    /**
     * @param  list<PlannedChange>  $changes
     * @return list<array<string, mixed>>
     */
    private static function pairs(Graph $graph, array $changes): array
    {
        $pairs = [];
        $works = static fn(PlannedChange $c): array => self::names($graph, [...$c->takesDown, ...$c->touches]);
        $takes = static fn(PlannedChange $c): array => array_keys(
            array_filter(self::states($graph, [$c]), static fn(int $rank): bool => $rank > 1)
        );
        foreach ($changes as $i => $a) {
            foreach (array_slice($changes, $i + 1) as $b) {
                [$from, $to] = [max($a->from, $b->from), min($a->to, $b->to)];
                $same = self::sorted(array_intersect($works($a), $works($b)));
                $under = self::sorted(array_diff(
                    [...array_intersect($works($a), $takes($b)), ...array_intersect($works($b), $takes($a))], $same,
                ));
                $people = self::sorted(array_intersect($a->people, $b->people));
                if ($from < $to && [$same, $under, $people] !== [[], [], []]) {
                    $pairs[] = [
                        'changes' => [$a->id, $b->id], 'from' => Instant::format($from), 'to' => Instant::format($to), 'same' => $same,
                        'under' => $under, 'people' => $people,
                    ];
                }
            }
        }
        usort(
            $pairs,
            static fn(array $a, array $b): int => strcmp($a['from'], $b['from']) ?: strcmp(
                implode(' ', $a['changes']), implode(' ', $b['changes'])
            )
        );

        return $pairs;
    }

    /**
     * @param  list<PlannedChange>  $changes
     * @return list<array<string, mixed>>
     */
    private static function combined(Graph $graph, array $changes): array
    {
        $edges = array_unique(array_merge(...array_map(static fn(PlannedChange $c): array => [$c->from, $c->to], $changes)));
        sort($edges);
        /** @var list<array{item: string, from: int, to: int, state: string, hangs_on: list<string>, involves: list<string>}> $rows */
        $rows = [];
        foreach ($edges as $i => $from) {
            $to = $edges[$i + 1] ?? $from;
            $underWay = array_values(array_filter(
                $changes, static fn(PlannedChange $c): bool => $c->takesDown !== [] && $c->from <= $from && $from < $c->to,
            ));
            foreach (self::states($graph, $underWay) as $item => $rank) {
                $alone = array_map(static fn(PlannedChange $c): int => self::states($graph, [$c])[$item] ?? 0, $underWay);
                if ($rank <= max([0, ...$alone])) {
                    continue;
                }
                $without = static fn(PlannedChange $c): array => array_values(
                    array_filter($underWay, static fn(PlannedChange $d): bool => $d !== $c)
                );
                $hangsOn = array_filter(
                    $underWay, static fn(PlannedChange $c): bool => (self::states($graph, $without($c))[$item] ?? 0) < $rank
                );
                $involves = array_filter($underWay, static fn(PlannedChange $c): bool => self::isNeeded($graph, (string) $item, $c));
                $rows[] = [
                    'item' => (string) $item, 'from' => $from, 'to' => $to, 'state' => State::ofRank($rank)->value,
                    'hangs_on' => self::ids($hangsOn), 'involves' => self::ids($involves),
                ];
            }
        }
        usort($rows, static fn(array $a, array $b): int => strcmp($a['item'], $b['item']) ?: $a['from'] <=> $b['from']);
        $joined = [];
        foreach ($rows as $row) {
            $last = array_pop($joined);
            if (
                $last !== null && $last['to'] === $row['from']
                && array_diff_key($last, ['from' => 0, 'to' => 0]) === array_diff_key($row, ['from' => 0, 'to' => 0])
            ) {
                $row['from'] = $last['from'];
            } elseif ($last !== null) {
                $joined[] = $last;
            }
            $joined[] = $row;
        }

        return array_map(
            static fn(array $row): array => [...$row, 'from' => Instant::format($row['from']), 'to' => Instant::format($row['to'])], $joined
        );
    }

    /** Whether it takes down something that the item needs, step by step. */
    private static function isNeeded(Graph $graph, string $item, PlannedChange $change): bool
    {
        $needs = [];
        for ($found = [$graph->number($item)]; $found !== [];) {
            $next = [];
            foreach ($graph->owners() as $need => $owner) {
                if (in_array($owner, $found, true)) {
                    $next = [...$next, ...array_diff($graph->members($need), $needs)];
                }
            }
            $needs = [...$needs, ...$next];
            $found = array_values(array_unique($next));
        }

        return array_intersect($needs, $change->takesDown) !== [];
    }

    /**
     * @param  list<PlannedChange>  $changes
     * @return array<array-key, int> rank by id
     */
    private static function states(Graph $graph, array $changes): array
    {
        $observed = [];
        foreach ($changes as $change) {
            foreach ($change->takesDown as $item) {
                $observed[] = [$item, State::Down];
            }
        }
        $states = [];
        array_map(static function (Affected $one) use (&$states): void {
            $states[$one->id] = $one->state->rank();
        }, Trace::of($graph, $observed)->affected);

        return $states;
    }

    /**
     * @param  array<int, PlannedChange>  $changes
     * @return list<string>
     */
    private static function ids(array $changes): array
    {
        return array_values(array_map(static fn(PlannedChange $c): string => $c->id, $changes));
    }

    /**
     * @param  list<int>  $items
     * @return list<string>
     */
    private static function names(Graph $graph, array $items): array
    {
        return array_map($graph->id(...), $items);
    }

    /**
     * @param  array<array-key, int|string>  $ids
     * @return list<string>
     */
    private static function sorted(array $ids): array
    {
        $ids = array_map(strval(...), array_values(array_unique($ids)));
        sort($ids, SORT_STRING);

        return $ids;
    }
}
