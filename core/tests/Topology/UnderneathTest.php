<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Graph;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Underneath;

final class UnderneathTest extends TestCase
{
    public function test_everything_below_is_found_by_a_shortest_way(): void
    {
        $random = new Randomizer(new Mt19937(31));
        for ($round = 0; $round < 500; $round++) {
            $size = $random->getInt(1, 14);
            $graph = new Graph;
            for ($i = 0; $i < $size; $i++) {
                $graph->addItem("i$i");
            }
            $steps = array_fill(0, $size, array_fill(0, $size, PHP_INT_MAX));
            for ($n = $random->getInt(0, 16); $n > 0 && $size > 1; $n--) {
                $owner = $random->getInt(0, $size - 1);
                $members = array_values(array_unique([$random->getInt(0, $size - 1), $random->getInt(0, $size - 1)]));
                $graph->addNeed($owner, $members, 1, Strength::Soft);
                foreach ($members as $member) {
                    $steps[$owner][$member] = 1;
                }
            }
            for ($k = 0; $k < $size; $k++) {
                for ($i = 0; $i < $size; $i++) {
                    for ($j = 0; $j < $size; $j++) {
                        if ($steps[$i][$k] < PHP_INT_MAX && $steps[$k][$j] < PHP_INT_MAX) {
                            $steps[$i][$j] = min($steps[$i][$j], $steps[$i][$k] + $steps[$k][$j]);
                        }
                    }
                }
            }
            $from = $random->getInt(0, $size - 1);
            $found = Underneath::of($graph, [$from]);
            for ($to = 0; $to < $size; $to++) {
                self::assertSame(
                    $to === $from ? 0 : ($steps[$from][$to] === PHP_INT_MAX ? null : $steps[$from][$to]), $found[$to][0] ?? null,
                );
                if (isset($found[$to][1])) {
                    self::assertSame(1, $steps[$found[$to][1]][$to]);
                    self::assertSame($found[$to][0] - 1, $found[$found[$to][1]][0]);
                }
            }
        }
    }
}
