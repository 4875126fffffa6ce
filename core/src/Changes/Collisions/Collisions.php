<?php

declare(strict_types=1);

namespace Skarvo\Changes\Collisions;

use Skarvo\Topology\Graph;
use Skarvo\Topology\Retrace;
use Skarvo\Topology\State;

/**
 * Finds which planned changes get into each other's way, also through what depends on what.
 *
 * Between two instants at which a change begins or ends the same ones are under way. As one begins or ends, only what
 * stands on what it takes down can change; that is traced anew, and what a single one has to do with it is only asked of
 * those that take down something that the item needs, as no other can make a difference to it.
 */
final class Collisions
{
    /** @var array<int, array<int, int>> by change: rank by item that it hits by itself */
    private array $alone = [];

    /** @var array<int, array<int, true>> by change: what it takes down and all that stands on that */
    private array $reach = [];

    /** @var array<int, array<int, int>> by change: rank by item that it takes down */
    private array $down = [];

    /** @var array<int, array<int, true>> by change: what is needed outside of its reach by what is in it */
    private array $edge = [];

    private readonly Retrace $retrace;

    /** @param  list<PlannedChange>  $changes  by id */
    private function __construct(private readonly Graph $graph, private readonly array $changes)
    {
        $this->retrace = new Retrace($graph);
        foreach ($changes as $i => $change) {
            $this->down[$i] = array_fill_keys($change->takesDown, State::Down->rank());
            $this->reach[$i] = array_fill_keys($graph->standingOn($change->takesDown), true);
            $this->edge[$i] = $this->retrace->edge($this->reach[$i]);
            $this->alone[$i] = $this->retrace->ranks($this->reach[$i], [], $this->down[$i], []);
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
        $found = $underWay = $open = $together = [];
        foreach ($turns as $at => $changes) {
            $touched = $edge = [];
            foreach ($changes as $i => $begins) {
                $touched += $this->reach[$i];
                $edge += $this->edge[$i];
                if ($begins) {
                    $underWay[$i] = true;
                } else {
                    unset($underWay[$i]);
                }
            }
            ksort($underWay);
            // What stands on nothing of these stays as it is.
            $together = $this->retrace->ranks(
                $touched, array_diff_key($edge, $touched), $this->takenDown(array_keys($underWay)), $together
            ) + array_diff_key($together, $touched);
            $now = count($underWay) > 1 ? $this->hitTogether(array_keys($underWay), $touched, $together) : [];
            foreach (array_intersect_key($open, $touched) as $item => [$since, $was]) {
                if ($was !== ($now[$item] ?? null)) {
                    $found[] = $this->told($item, $since, $at, $was);
                    unset($open[$item]);
                }
            }
            foreach ($now as $item => $is) {
                $open[$item] ??= [$at, $is];
            }
        }
        usort($found, static fn(Combined $a, Combined $b): int => strcmp($a->item, $b->item) ?: $a->from <=> $b->from);

        return $found;
    }

    /**
     * @param  list<int>  $changes  those under way, in order
     * @param  array<int, true>  $among  items
     * @param  array<int, int>  $together  rank by item that they hit together
     * @return array<int, array{int, list<int>, list<int>}> of those that are hit in combination: rank, on which changes that hangs, and
     *      which are involved
     */
    private function hitTogether(array $changes, array $among, array $together): array
    {
        $found = $without = [];
        foreach (array_intersect_key($together, $among) as $item => $rank) {
            foreach ($changes as $change) {
                if (($this->alone[$change][$item] ?? 0) >= $rank) {
                    continue 2;
                }
            }
            $involves = $hangsOn = [];
            foreach ($changes as $change) {
                if (isset($this->reach[$change][$item])) {
                    $involves[] = $change;
                    $without[$change] ??= $this->retrace->ranks(
                        $this->reach[$change], $this->edge[$change], $this->takenDown(array_values(array_diff($changes, [$change]))),
                        $together,
                    );
                    if (($without[$change][$item] ?? 0) < $rank) {
                        $hangsOn[] = $change;
                    }
                }
            }
            $found[$item] = [$rank, $hangsOn, $involves];
        }

        return $found;
    }

    /** @param  array{int, list<int>, list<int>}  $is */
    private function told(int $item, int $from, int $to, array $is): Combined
    {
        [$rank, $hangsOn, $involves] = $is;

        return new Combined($this->graph->id($item), $from, $to, State::ofRank($rank), $this->names($hangsOn), $this->names($involves));
    }

    /**
     * @param  list<int>  $changes
     * @return array<int, int> rank by item
     */
    private function takenDown(array $changes): array
    {
        $down = [];
        foreach ($changes as $change) {
            $down += $this->down[$change];
        }

        return $down;
    }

    /**
     * @param  list<int>  $changes
     * @return list<string>
     */
    private function names(array $changes): array
    {
        return array_map(fn(int $change): string => $this->changes[$change]->id, $changes);
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
