<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * Finds what else is hit when some items are in a bad state, how badly, and why.
 *
 * States only ever get worse from what was observed on, and an item's state never gets better when a member of its
 * needs gets worse; so raising states until nothing moves gives the least solution (Knaster and Tarski), loops or not,
 * in any order. Each item rises at most three times: the work is linear in the dependencies.
 */
final class Trace
{
    /** @var array<int, int> rank of the state, by item */
    private array $state;

    /** @var array<int, array<int, int>> by need that has a bad member: how many members are in each state */
    private array $counts = [];

    /** @var array<int, int> by need that has a bad member: rank of its effect */
    private array $effects = [];

    private function __construct(private readonly Graph $graph)
    {
        $this->state = array_fill(0, max($graph->size(), 1), 0);
    }

    /** @param  list<array{int, State}>  $observed  items by number and how they were seen; several of one item count as the worst */
    public static function of(Graph $graph, array $observed): Impact
    {
        $trace = new self($graph);
        $worst = [];
        foreach ($observed as [$item, $state]) {
            $worst[$item] = max($worst[$item] ?? 0, $state->rank());
        }
        $trace->spread($worst);

        return $trace->explain($worst);
    }

    /**
     * What would be hit, without the reasons.
     *
     * @param  array<int, int>  $observed  worst rank by item
     * @return array<int, int> rank by item, of those that are not up
     */
    public static function ranks(Graph $graph, array $observed): array
    {
        $trace = new self($graph);

        return $trace->spread($observed);
    }

    /**
     * @param  array<int, int>  $observed  worst rank by item
     * @return array<int, int> rank by item, of those that are not up
     */
    private function spread(array $observed): array
    {
        $raised = [];
        foreach ($observed as $item => $rank) {
            if ($rank > 0) {
                $raised[$item] = true;
                $this->state[$item] = $rank;
            }
        }
        $told = [];
        while ($raised !== []) {
            $next = [];
            foreach (array_keys($raised) as $item) {
                $before = $told[$item] ?? 0;
                $now = $told[$item] = $this->state[$item];
                foreach ($this->graph->servedBy($item) as $need) {
                    $this->counts[$need] ??= [count($this->graph->members($need)), 0, 0, 0];
                    $this->counts[$need][$before]--;
                    $this->counts[$need][$now]++;
                    $this->effects[$need] = $this->effect($need);
                    $owner = $this->graph->owner($need);
                    if ($this->effects[$need] > $this->state[$owner]) {
                        $next[$owner] = true;
                        $this->state[$owner] = $this->effects[$need];
                    }
                }
            }
            $raised = $next;
        }
        $hit = [];
        foreach (array_keys($told) as $item) {
            $hit[$item] = $this->state[$item];
        }

        return $hit;
    }

    /** Rank of the need's base: the state of its needed-th best member. */
    private function base(int $need): int
    {
        [$up, $atRisk, $degraded] = $this->counts[$need];
        $needed = $this->graph->needed($need);

        return match (true) {
            $needed <= $up => 0,
            $needed <= $up + $atRisk => 1,
            $needed <= $up + $atRisk + $degraded => 2,
            default => 3,
        };
    }

    /** Whether the need still has what it needs, but the next best member after that is no spare. */
    private function isWithoutSpare(int $need): bool
    {
        [$up, $atRisk] = $this->counts[$need];
        $needed = $this->graph->needed($need);

        return $needed === $up && $needed < count($this->graph->members($need)) && $atRisk === 0;
    }

    private function effect(int $need): int
    {
        $base = $this->base($need);
        if ($this->graph->isSoft($need)) {
            return $base === 3 ? 2 : 0;
        }

        return $base === 0 && $this->isWithoutSpare($need) ? 1 : $base;
    }

    private function isCulprit(int $item, int $need): bool
    {
        return $this->isWithoutSpare($need)
            ? $this->state[$item] >= 2
            : $this->state[$item] >= $this->base($need);
    }

    /** @param  array<int, int>  $observed  worst rank by item */
    private function explain(array $observed): Impact
    {
        [$distance, $towards] = $this->shortestWays($observed);
        $items = array_keys($distance);
        usort($items, fn(int $a, int $b): int => strcmp($this->graph->id($a), $this->graph->id($b)));

        $affected = [];
        foreach ($items as $item) {
            $because = [$this->graph->id($item)];
            for ($at = $item; isset($towards[$at]);) {
                $at = $towards[$at];
                $because[] = $this->graph->id($at);
            }
            $affected[] = new Affected($this->graph->id($item), State::ofRank($this->state[$item]), $because);
        }

        $contradicted = [];
        foreach ($observed as $item => $rank) {
            if ($rank === 0 && $this->state[$item] > 0) {
                $contradicted[] = $this->graph->id($item);
            }
        }
        sort($contradicted, SORT_STRING);

        return new Impact($affected, $contradicted);
    }

    /**
     * Breadth first, from what was observed to what it explains.
     *
     * @param  array<int, int>  $observed
     * @return array{array<int, int>, array<int, int>} steps to what was observed, and the next item on the way, by item
     */
    private function shortestWays(array $observed): array
    {
        $distance = [];
        $towards = [];
        foreach ($observed as $item => $rank) {
            if ($rank > 0 && $this->state[$item] === $rank) {
                $distance[$item] = 0;
            }
        }
        $front = array_keys($distance);
        for ($steps = 1; $front !== []; $steps++) {
            $next = [];
            foreach ($front as $item) {
                foreach ($this->graph->servedBy($item) as $need) {
                    $owner = $this->graph->owner($need);
                    if ($this->effects[$need] === 0 || $this->effects[$need] !== $this->state[$owner] || ! $this->isCulprit($item, $need)) {
                        continue;
                    }
                    if (! isset($distance[$owner])) {
                        [$distance[$owner], $towards[$owner], $next[]] = [$steps, $item, $owner];
                    } elseif ($distance[$owner] === $steps && strcmp($this->graph->id($item), $this->graph->id($towards[$owner])) < 0) {
                        $towards[$owner] = $item;
                    }
                }
            }
            $front = $next;
        }

        return [$distance, $towards];
    }
}
