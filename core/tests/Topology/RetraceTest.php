<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Graph;
use Skarvo\Topology\Retrace;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;

final class RetraceTest extends TestCase
{
    public function test_a_part_comes_out_as_in_a_trace_of_the_whole(): void
    {
        $random = new Randomizer(new Mt19937(9));
        $worse = $better = 0;
        for ($n = 0; $n < 1500; $n++) {
            $graph = self::graph($random);
            $some = static fn(): array => array_map(static fn(): int => $random->getInt(1, 3), array_flip(array_filter(
                range(0, $graph->size() - 1), static fn(): bool => $random->getInt(0, 4) === 0,
            )));
            [$was, $is] = [$some(), $some()];
            $changed = array_keys(array_diff_assoc($was, $is) + array_diff_assoc($is, $was));
            $part = array_fill_keys($graph->standingOn($changed), true);
            $before = Trace::ranks($graph, $was);
            $after = Trace::ranks($graph, $is);
            $retrace = new Retrace($graph);
            $found = $retrace->ranks($part, $retrace->edge($part), $is, $before);

            self::assertEquals(array_intersect_key($after, $part), $found, "case $n");
            self::assertEquals(array_diff_key($before, $part), array_diff_key($after, $part), 'Nothing outside of it has changed.');
            $worse += array_sum($after) > array_sum($before) ? 1 : 0;
            $better += array_sum($after) < array_sum($before) ? 1 : 0;
        }
        self::assertGreaterThan(300, min($worse, $better));
    }

    /** With loops, groups and soft needs. */
    private static function graph(Randomizer $random): Graph
    {
        $graph = new Graph;
        $size = $random->getInt(3, 14);
        for ($item = 0; $item < $size; $item++) {
            $graph->addItem("i$item");
        }
        for ($need = $random->getInt(2, 18); $need > 0; $need--) {
            $owner = $random->getInt(0, $size - 1);
            $others = array_values(array_diff(range(0, $size - 1), [$owner])) ?: [0];
            $members = array_map(
                static fn(int $key): int => $others[$key],
                array_values($random->pickArrayKeys($others, $random->getInt(1, min(3, count($others)))))
            );
            $graph->addNeed(
                $owner, $members, $random->getInt(1, count($members)), $random->getInt(0, 2) === 0 ? Strength::Soft : Strength::Hard
            );
        }

        return $graph;
    }
}
