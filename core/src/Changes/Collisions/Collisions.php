<?php

declare(strict_types=1);

namespace Skarvo\Changes\Collisions;

use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Trace;

/**
 * Finds which planned changes get into each other's way, also through what depends on what.
 *
 * Between two instants at which a change begins or ends the same ones are under way. What they hit together is traced
 * once for each such set; what a single one has to do with it is only asked of those that take down something that the
 * item needs, as no other can make a difference to it.
 */
final class Collisions
{
    /** @var array<int, array<int, int>> by change: rank by item that it hits by itself */
    private array $alone = [];

    /** @var array<int, array<int, true>> by change: what it takes down and all that stands on that */
    private array $reach = [];

    /** @var array<string, array<int, int>> by set of changes: rank by item that they hit together */
    private array $together = [];

    /** @param  list<PlannedChange>  $changes  by id */
    private function __construct(private readonly Graph $graph, private readonly array $changes)
    {
        foreach ($changes as $i => $change) {
            $this->alone[$i] = $this->hit([$i]);
            $this->reach[$i] = array_fill_keys($graph->standingOn($change->takesDown), true);
        }
    }

    /** @param  list<PlannedChange>  $changes  in any order */
    public static function of(Graph $graph, array $changes): Collided
    {
        usort($changes, static fn(PlannedChange $a, PlannedChange $b): int => strcmp($a->id, $b->id));
        $collisions = new self($graph, $changes);

        return new Collided($collisions->pairs(), $collisions->combined());
    }

    /** @return list<Pair> */
    private function pairs(): array
    {
        $order = array_keys($this->changes);
        usort($order, fn(int $a, int $b): int => $this->changes[$a]->from <=> $this->changes[$b]->from);
        $pairs = $open = [];
        foreach ($order as $i) {
            $open = array_filter($open, fn(int $other): bool => $this->changes[$other]->to > $this->changes[$i]->from);
            foreach ($open as $other) {
                $pair = $this->pair(min($i, $other), max($i, $other));
                if ($pair !== null) {
                    $pairs[] = $pair;
                }
            }
            $open[] = $i;
        }
        usort($pairs, static fn(Pair $a, Pair $b): int => $a->from <=> $b->from
            ?: strcmp($a->changes[0], $b->changes[0]) ?: strcmp($a->changes[1], $b->changes[1]));

        return $pairs;
    }

    private function pair(int $first, int $second): ?Pair
    {
        [$a, $b] = [$this->changes[$first], $this->changes[$second]];
        [$worksA, $worksB] = [$a->worksOn(), $b->worksOn()];
        $same = array_intersect_key($worksA, $worksB);
        $under = array_diff_key(
            array_intersect_key($worksA, $this->takesAlong($second)) + array_intersect_key($worksB, $this->takesAlong($first)), $same,
        );
        $people = array_values(array_intersect($a->people, $b->people));
        sort($people, SORT_STRING);

        return $same === [] && $under === [] && $people === [] ? null : new Pair(
            [$a->id, $b->id], max($a->from, $b->from), min($a->to, $b->to), $this->ids($same), $this->ids($under), $people,
        );
    }

    /** @return array<int, int> */
    private function takesAlong(int $change): array
    {
        return array_filter($this->alone[$change], static fn(int $rank): bool => $rank >= State::Degraded->rank());
    }

    /** @return list<Combined> */
    private function combined(): array
    {
        $turns = [];
        foreach ($this->changes as $i => $change) {
            if ($change->takesDown !== []) {
                $turns[$change->from][$i] = true;
                $turns[$change->to][$i] = false;
            }
        }
        ksort($turns);
        $found = $underWay = [];
        $from = null;
        foreach ($turns as $at => $changes) {
            if ($from !== null && count($underWay) > 1) {
                array_push($found, ...$this->combinedIn(array_keys($underWay), $from, $at));
            }
            foreach ($changes as $i => $begins) {
                if ($begins) {
                    $underWay[$i] = true;
                } else {
                    unset($underWay[$i]);
                }
            }
            ksort($underWay);
            $from = $at;
        }
        // Stretches of one item are found in the order of time, and sorting keeps that.
        usort($found, static fn(Combined $a, Combined $b): int => strcmp($a->item, $b->item));
        $joined = [];
        foreach ($found as $next) {
            $last = array_key_last($joined);
            $longer = $last === null ? null : $joined[$last]->joinedBy($next);
            $longer === null ? $joined[] = $next : $joined[$last] = $longer;
        }

        return $joined;
    }

    /**
     * @param  list<int>  $changes  those under way, in order
     * @return list<Combined>
     */
    private function combinedIn(array $changes, int $from, int $to): array
    {
        $found = [];
        foreach ($this->hit($changes) as $item => $rank) {
            foreach ($changes as $change) {
                if (($this->alone[$change][$item] ?? 0) >= $rank) {
                    continue 2;
                }
            }
            $involves = array_values(array_filter($changes, fn(int $change): bool => isset($this->reach[$change][$item])));
            $hangsOn = array_filter($involves, fn(int $change): bool => ($this->hit(array_values(array_diff($involves, [$change])))[$item] ?? 0) < $rank);
            $found[] = new Combined(
                $this->graph->id($item), $from, $to, State::ofRank($rank), $this->names($hangsOn), $this->names($involves),
            );
        }

        return $found;
    }

    /**
     * @param  list<int>  $changes  in order
     * @return array<int, int> rank by item that is not up when all that they take down is down
     */
    private function hit(array $changes): array
    {
        return $this->together[implode(' ', $changes)] ??= Trace::ranks($this->graph, array_fill_keys(
            array_merge(...array_map(fn(int $change): array => $this->changes[$change]->takesDown, $changes)), State::Down->rank(),
        ));
    }

    /**
     * @param  array<int, int>  $changes
     * @return list<string>
     */
    private function names(array $changes): array
    {
        return array_values(array_map(fn(int $change): string => $this->changes[$change]->id, $changes));
    }

    /**
     * @param  array<int, mixed>  $items  by number
     * @return list<string>
     */
    private function ids(array $items): array
    {
        $ids = array_map($this->graph->id(...), array_keys($items));
        sort($ids, SORT_STRING);

        return $ids;
    }
}
