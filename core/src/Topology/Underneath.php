<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** All that some items stand on, directly or through others: where a cause may be. */
final readonly class Underneath
{
    /**
     * @param  list<int>  $items  numbers
     * @return array<int, array{int, int|null}> by number: how many steps down, and the item above it on a shortest way; the items
     *      themselves first, at 0
     */
    public static function of(Graph $graph, array $items): array
    {
        $needsOf = $graph->needsOf();
        $found = [];
        foreach ($items as $item) {
            $found[$item] = [0, null];
        }
        $queue = array_keys($found);
        for ($next = 0; $next < count($queue); $next++) {
            $item = $queue[$next];
            foreach ($needsOf[$item] ?? [] as $need) {
                foreach ($graph->members($need) as $member) {
                    if (! isset($found[$member])) {
                        $found[$member] = [$found[$item][0] + 1, $item];
                        $queue[] = $member;
                    }
                }
            }
        }

        return $found;
    }
}
