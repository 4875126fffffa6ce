<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Graph;
use Skarvo\Topology\Loops;
use Skarvo\Topology\Strength;

final class LoopsTest extends TestCase
{
    /** @param  list<array{int, int}>  $needs */
    private static function graph(int $items, array $needs): Graph
    {
        $graph = new Graph;
        for ($i = 0; $i < $items; $i++) {
            $graph->addItem(sprintf('i%02d', $i));
        }
        foreach ($needs as [$from, $to]) {
            $graph->addNeed($from, [$to], 1, Strength::Hard);
        }

        return $graph;
    }

    public function test_circles_are_found_apart(): void
    {
        self::assertSame(
            [['i00', 'i01', 'i02'], ['i04', 'i05']],
            Loops::of(self::graph(7, [[0, 1], [1, 2], [2, 0], [2, 3], [4, 5], [5, 4], [6, 4], [3, 6]])),
        );
        self::assertSame([], Loops::of(self::graph(4, [[0, 1], [0, 2], [1, 3], [2, 3]])));
        self::assertSame([], Loops::of(new Graph));
    }

    public function test_they_are_those_that_reach_each_other(): void
    {
        $random = new Randomizer(new Mt19937(3));
        for ($round = 0; $round < 1000; $round++) {
            $size = $random->getInt(1, 12);
            $needs = [];
            for ($n = $random->getInt(0, 20); $n > 0; $n--) {
                $needs[] = [$random->getInt(0, $size - 1), $random->getInt(0, $size - 1)];
            }
            $reach = array_fill(0, $size, array_fill(0, $size, false));
            foreach ($needs as [$from, $to]) {
                $reach[$from][$to] = true;
            }
            for ($k = 0; $k < $size; $k++) {
                for ($i = 0; $i < $size; $i++) {
                    for ($j = 0; $j < $size; $j++) {
                        $reach[$i][$j] = $reach[$i][$j] || ($reach[$i][$k] && $reach[$k][$j]);
                    }
                }
            }
            $expected = [];
            for ($i = 0; $i < $size; $i++) {
                $with = array_values(array_filter(
                    range(0, $size - 1), static fn(int $j): bool => $j === $i || ($reach[$i][$j] && $reach[$j][$i]),
                ));
                if (count($with) > 1 && $with[0] === $i) {
                    $expected[] = array_map(static fn(int $j): string => sprintf('i%02d', $j), $with);
                }
            }
            self::assertSame($expected, Loops::of(self::graph($size, $needs)));
        }
    }
}
