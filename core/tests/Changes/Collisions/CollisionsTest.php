<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Collisions;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\Collisions\Collisions;
use Skarvo\Changes\Collisions\PlannedChange;
use Skarvo\Topology\Graph;
use Skarvo\Topology\Strength;

final class CollisionsTest extends TestCase
{
    public function test_it_finds_what_tracing_everything_again_finds(): void
    {
        $random = new Randomizer(new Mt19937(3));
        $pairs = $combined = 0;
        for ($n = 0; $n < 1000; $n++) {
            $graph = self::estate($random);
            $changes = self::changes($random, $graph);
            $found = Collisions::of($graph, $random->shuffleArray($changes))->toArray();

            self::assertEquals(SlowCollisions::of($graph, $changes), $found, "case $n");
            $pairs += count($found['pairs']);
            $combined += count($found['combined']);
        }
        self::assertGreaterThan(1000, $pairs);
        self::assertGreaterThan(150, $combined);
    }

    private static function estate(Randomizer $random): Graph
    {
        $graph = new Graph;
        $size = $random->getInt(4, 12);
        for ($item = 0; $item < $size; $item++) {
            $graph->addItem($random->getInt(0, 4) === 0 ? "$item" : "i$item");
        }
        for ($need = $random->getInt(3, 14); $need > 0; $need--) {
            $owner = $random->getInt(0, $size - 1);
            $others = array_values(array_diff(range(0, $size - 1), [$owner])) ?: [0];
            // Loops are among them.
            $members = array_map(
                static fn(int $key): int => $others[$key], array_values($random->pickArrayKeys($others, $random->getInt(1, 3)))
            );
            $graph->addNeed(
                $owner, $members, $random->getInt(1, count($members)), $random->getInt(0, 2) === 0 ? Strength::Soft : Strength::Hard
            );
        }

        return $graph;
    }

    /** @return list<PlannedChange> */
    private static function changes(Randomizer $random, Graph $graph): array
    {
        $some = static fn(int $most): array => array_values(array_filter(
            range(0, $graph->size() - 1), static fn(): bool => $random->getInt(1, $graph->size()) <= $most,
        ));
        $changes = [];
        for ($n = $random->getInt(2, 6); $n > 0; $n--) {
            $from = 1_773_000_000 + $random->getInt(0, 8) * 3600;
            $people = array_values(array_filter(['ana', 'bo', '7'], static fn(): bool => $random->getInt(0, 4) === 0));
            $changes[] = new PlannedChange("CH-$n", $from, $from + $random->getInt(1, 5) * 3600, $some(1), $some(1), $people);
        }

        return $changes;
    }
}
