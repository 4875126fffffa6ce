<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * Finds what else is hit when some items are in a bad state, how badly, and why.
 *
 * States only ever get worse from what was observed on, and an item's state never gets better when a member of its
 * needs gets worse; so raising states until nothing moves gives the least solution (Knaster and Tarski), loops or not,
 * in any order. Worst first, each item rises once: the work is linear in the dependencies.
 */
final class Trace
{
    /** Bits that hold how many members of a need are in one bad state: at risk, degraded and down, from the lowest on. */
    private const BITS = 20;

    private const MASK = (1 << self::BITS) - 1;

    /** @var array<int, int> rank of the state, by item */
    private array $state;

    /** @var array<int, int> rank by item, of those that are not up */
    private array $hit = [];

    /** @var array<int, int> by need with several members: rank of its effect */
    private array $effects = [];

    /** @var array<int, int> by need with several members: from which rank on a member is a culprit */
    private array $culprits = [];

    /**
     * @param  bool  $wide  whether most of the graph may be hit: lists that are full from the start are much quicker to write to than ones
     *      that grow in any order, and take as long as the graph is large
     */
    private function __construct(private readonly Graph $graph, private readonly bool $wide = true)
    {
        $this->state = $wide ? array_fill(0, max($graph->size(), 1), 0) : [];
    }

    /** @param  list<array{int, State}>  $observed  items by number and how they were seen; several of one item count as the worst */
    public static function of(Graph $graph, array $observed): AffectedItems
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
     * The same for a failure that reaches little: item by item, the worst first, for as long as that is of interest.
     *
     * @param  array<int, int>  $observed  worst rank by item
     * @param  \Closure(int, int): bool  $goesOn  is told each item that is hit and its rank
     * @return array<int, int> rank by item, of those that are not up, as far as it went on
     */
    public static function ranksWhile(Graph $graph, array $observed, \Closure $goesOn): array
    {
        return (new self($graph, false))->spread($observed, $goesOn);
    }

    /**
     * @param  array<int, int>  $observed  worst rank by item
     * @param  (\Closure(int, int): bool)|null  $goesOn
     * @return array<int, int> rank by item, of those that are not up
     */
    private function spread(array $observed, ?\Closure $goesOn = null): array
    {
        [
            'owners' => $owners, 'needed' => $needed, 'soft' => $soft, 'sizes' => $sizes, 'hard' => $hard, 'softly' => $softly,
            'groups' => $groups,
        ] = $this->graph->lists();
        $state = $this->state;
        $bad = $effects = $culprits = $this->wide && $owners !== [] ? array_fill(0, count($owners), 0) : [];
        // Worst first: what is down never gets worse, and nothing comes to be down because something is degraded; so
        // each item is told of once.
        $raised = [1 => [], 2 => [], 3 => []];
        foreach ($observed as $item => $rank) {
            if ($rank > 0) {
                $raised[$rank][] = $item;
                $state[$item] = $rank;
            }
        }
        $hit = [];
        for ($rank = 3; $rank > 0; $rank--) {
            $one = 1 << (self::BITS * ($rank - 1));
            for ($at = 0; isset($raised[$rank][$at]); $at++) {
                $item = $raised[$rank][$at];
                if (isset($hit[$item])) {
                    continue;
                }
                $hit[$item] = $rank;
                if ($goesOn !== null && ! $goesOn($item, $rank)) {
                    return $hit;
                }
                foreach ($hard[$item] ?? [] as $owner) {
                    if ($rank > ($state[$owner] ?? 0)) {
                        $raised[$rank][] = $owner;
                        $state[$owner] = $rank;
                    }
                }
                foreach ($rank === 3 ? $softly[$item] ?? [] : [] as $owner) {
                    if (($state[$owner] ?? 0) < 2) {
                        $raised[2][] = $owner;
                        $state[$owner] = 2;
                    }
                }
                foreach ($groups[$item] ?? [] as $need) {
                    $owner = $owners[$need];
                    $size = $sizes[$need];
                    $counts = $bad[$need] = ($bad[$need] ?? 0) + $one;
                    $atRisk = $counts & self::MASK;
                    $degraded = ($counts >> self::BITS) & self::MASK;
                    $up = $size - $atRisk - $degraded - ($counts >> (2 * self::BITS));
                    $wanted = $needed[$need];
                    if ($wanted === $up && $wanted < $size && $atRisk === 0) {
                        // It still has what it needs, but the next best member after that is no spare.
                        [$base, $effect, $culprit] = [0, 1, 2];
                    } else {
                        // The state of the needed-th best member.
                        $base = $effect = $culprit = $wanted <= $up
                            ? 0
                            : ($wanted <= $up + $atRisk ? 1 : ($wanted <= $up + $atRisk + $degraded ? 2 : 3));
                    }
                    if ($soft[$need]) {
                        $effect = $base === 3 ? 2 : 0;
                    }
                    $effects[$need] = $effect;
                    $culprits[$need] = $culprit;
                    if ($effect > ($state[$owner] ?? 0)) {
                        $raised[$effect][] = $owner;
                        $state[$owner] = $effect;
                    }
                }
            }
        }
        $this->state = $state;
        $this->hit = $hit;
        $this->effects = $effects;
        $this->culprits = $culprits;

        return $hit;
    }

    /** @param  array<int, int>  $observed  worst rank by item */
    private function explain(array $observed): AffectedItems
    {
        $order = $this->hitInOrder();
        $found = $this->shortestWays($observed, $order);
        $affected = [];
        foreach ($order as $item) {
            $affected[] = $found[$item];
        }
        $ids = $this->graph->ids();
        $contradicted = [];
        foreach ($observed as $item => $rank) {
            if ($rank === 0 && $this->state[$item] > 0) {
                $contradicted[] = $ids[$item];
            }
        }
        sort($contradicted, SORT_STRING);

        return new AffectedItems($affected, $contradicted);
    }

    /** @return list<int> the items that are hit, in the order of their ids */
    private function hitInOrder(): array
    {
        $ids = $this->graph->ids();
        $state = $this->state;
        // Few are put in order by themselves; of most of an estate, the order of all is at hand.
        if (count($this->hit) * 8 < count($ids)) {
            $order = array_keys($this->hit);
            usort($order, static fn(int $a, int $b): int => strcmp($ids[$a], $ids[$b]));

            return $order;
        }
        $order = [];
        foreach ($this->graph->inOrder() as $item) {
            if ($state[$item] > 0) {
                $order[] = $item;
            }
        }

        return $order;
    }

    /**
     * Breadth first, from what was observed to what it explains. Each step is gone through in the order of ids: so the first
     * that explains an item is the one whose id comes first.
     *
     * @param  array<int, int>  $observed
     * @param  list<int>  $order  the items that are hit, in the order of their ids
     * @return array<int, Affected> by item
     */
    private function shortestWays(array $observed, array $order): array
    {
        ['owners' => $owners, 'hard' => $hard, 'softly' => $softly, 'groups' => $groups] = $this->graph->lists();
        $ids = $this->graph->ids();
        $states = State::cases();
        [$state, $effects, $culprits] = [$this->state, $this->effects, $this->culprits];
        // Full lists again: what is known of an item is asked for at every dependency.
        $place = $via = array_fill(0, max(count($ids), 1), -1);
        foreach ($order as $n => $item) {
            $place[$item] = $n;
        }
        $found = $front = [];
        foreach ($observed as $item => $rank) {
            if ($rank > 0 && $state[$item] === $rank) {
                $found[$item] = new Affected($ids[$item], $states[$rank], 0, null);
                $via[$item] = $item;
                $front[$place[$item]] = $item;
            }
        }
        for ($distance = 1; $front !== []; $distance++) {
            ksort($front);
            $next = [];
            foreach ($front as $item) {
                $rank = $state[$item];
                foreach ($hard[$item] ?? [] as $owner) {
                    if ($via[$owner] < 0 && $state[$owner] === $rank) {
                        $via[$owner] = $item;
                        $next[$place[$owner]] = $owner;
                    }
                }
                // A soft need makes something of what is down alone.
                foreach ($rank === 3 ? $softly[$item] ?? [] : [] as $owner) {
                    if ($via[$owner] < 0 && $state[$owner] === 2) {
                        $via[$owner] = $item;
                        $next[$place[$owner]] = $owner;
                    }
                }
                foreach ($groups[$item] ?? [] as $need) {
                    $owner = $owners[$need];
                    if ($via[$owner] < 0 && $rank >= $culprits[$need] && $effects[$need] > 0 && $effects[$need] === $state[$owner]) {
                        $via[$owner] = $item;
                        $next[$place[$owner]] = $owner;
                    }
                }
            }
            foreach ($next as $owner) {
                $found[$owner] = new Affected($ids[$owner], $states[$state[$owner]], $distance, $found[$via[$owner]]);
            }
            $front = $next;
        }

        return $found;
    }
}
