<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** Which of several troubled items would, were it down, take most of the others along: the one at the bottom. */
final readonly class CommonGround
{
    /** Beyond so many items the first ones speak for the rest. */
    private const MOST_TRIED = 60;

    /** @param  int  $explains  how many of the items it takes along, itself among them */
    private function __construct(public string $item, public int $explains, public int $of) {}

    /**
     * @param  list<int>  $items  numbers of different items; of several that explain as many, the one with the furthest
     *     reach wins, then the first
     */
    public static function of(Graph $graph, array $items): ?self
    {
        $best = null;
        $bestReach = 0;
        foreach (array_slice($items, 0, self::MOST_TRIED) as $item) {
            // What only loses its spare is not explained: it goes on working.
            $hit = array_filter(Trace::of($graph, [[$item, State::Down]])->affected, static fn(Affected $a): bool => $a->state->isBroken());
            $affected = array_flip(array_map(static fn(Affected $a): string => $a->id, $hit));
            $explains = count(array_filter($items, static fn(int $other): bool => isset($affected[$graph->id($other)])));
            if ($best === null || [$explains, count($affected)] > [$best->explains, $bestReach]) {
                $best = new self($graph->id($item), $explains, count($items));
                $bestReach = count($affected);
            }
        }

        return $best;
    }
}
