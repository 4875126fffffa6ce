<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * Items that need each other in a circle: of these nobody can tell which one fell first. Strongly connected components, by
 * Tarjan's algorithm (1972), without recursion.
 */
final readonly class Loops
{
    /** @return list<list<string>> the ids of each circle, in order; items that stand in none are left out */
    public static function of(Graph $graph): array
    {
        $targets = array_fill(0, $graph->size(), []);
        foreach ($graph->owners() as $need => $owner) {
            $targets[$owner] = [...$targets[$owner], ...$graph->members($need)];
        }
        $index = $low = $onStack = $stack = $loops = [];
        for ($root = 0; $root < $graph->size(); $root++) {
            if (isset($index[$root])) {
                continue;
            }
            $index[$root] = $low[$root] = count($index);
            $stack[] = $root;
            $onStack[$root] = true;
            for ($path = [[$root, 0]]; $path !== [];) {
                [$item, $next] = $path[count($path) - 1];
                if (isset($targets[$item][$next])) {
                    $path[count($path) - 1][1]++;
                    $to = $targets[$item][$next];
                    if (! isset($index[$to])) {
                        $index[$to] = $low[$to] = count($index);
                        $stack[] = $to;
                        $onStack[$to] = true;
                        $path[] = [$to, 0];
                    } elseif (isset($onStack[$to])) {
                        $low[$item] = min($low[$item], $index[$to]);
                    }

                    continue;
                }
                array_pop($path);
                if ($path !== []) {
                    $above = $path[count($path) - 1][0];
                    $low[$above] = min($low[$above], $low[$item]);
                }
                if ($low[$item] === $index[$item]) {
                    $loop = [];
                    do {
                        $member = (int) array_pop($stack);
                        unset($onStack[$member]);
                        $loop[] = $graph->id($member);
                    } while ($member !== $item);
                    if (count($loop) > 1) {
                        sort($loop, SORT_STRING);
                        $loops[] = $loop;
                    }
                }
            }
        }
        usort($loops, static fn(array $a, array $b): int => strcmp($a[0], $b[0]));

        return $loops;
    }
}
