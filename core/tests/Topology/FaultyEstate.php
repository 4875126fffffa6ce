<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use Random\Randomizer;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;

/** Layered estates of about 180 items with redundancy, in one of which something failed: and what is seen of that. */
final class FaultyEstate
{
    private const LAYERS = [40, 50, 45, 30, 15];

    private const START = 1_772_435_640;

    /**
     * @param  list<array{int, State, int}>  $symptoms
     * @param  list<int>  $watched
     */
    private function __construct(
        public readonly Graph $graph, public readonly int $cause, public readonly int $rank, public readonly array $symptoms,
        public readonly array $watched,
    ) {}

    /**
     * @param  bool  $seesSpares  whether the checks see what has only lost its spare
     * @return self|null null if what failed shows nowhere
     */
    public static function make(Randomizer $random, bool $seesSpares = true): ?self
    {
        $graph = new Graph;
        $below = $before = $all = [];
        foreach (self::LAYERS as $depth => $size) {
            $layer = [];
            for ($n = 0; $n < $size; $n++) {
                $layer[] = $all[] = $item = $graph->addItem("l$depth-$n");
                if ($below === []) {
                    continue;
                }
                $from = $random->getInt(0, 3) === 0 ? [...$below, ...$before] : $below;
                for ($needs = $random->getInt(1, 3); $needs > 0; $needs--) {
                    $members = self::pick($random, $from, $random->getInt(0, 9) < 6 ? 1 : $random->getInt(2, 4));
                    $graph->addNeed(
                        $item, $members, count($members) === 1 ? 1 : $random->getInt(1, count($members) - 1),
                        $random->getInt(0, 3) === 0 ? Strength::Soft : Strength::Hard,
                    );
                }
            }
            [$before, $below] = [$below, $layer];
        }
        $watched = array_values(array_filter($all, static fn(): bool => $random->getInt(0, 3) > 0));
        $cause = $all[$random->getInt(0, self::LAYERS[0] + self::LAYERS[1] + self::LAYERS[2] - 1)];
        $rank = $random->getInt(0, 2) > 0 ? 3 : 2;
        $hit = Trace::ranks($graph, [$cause => $rank]);
        $symptoms = [];
        foreach (self::distances($graph, $cause, $hit) as $item => $steps) {
            if (in_array($item, $watched, true) && $random->getInt(0, 3) > 0 && ($seesSpares || $hit[$item] > 1)) {
                $late = $random->getInt(0, 9) === 0 ? $random->getInt(60, 600) : 0;
                $symptoms[] = [
                    $item, State::ofRank($hit[$item]),
                    self::START + $steps * $random->getInt(5, 60) + $random->getInt(0, 30) + $late,
                ];
            }
        }
        if ($symptoms === []) {
            return null;
        }
        $others = array_values(array_diff($watched, array_column($symptoms, 0)));
        for ($strays = $random->getInt(0, 3); $strays > 0 && $others !== []; $strays--) {
            $symptoms[] = [
                $others[$random->getInt(0, count($others) - 1)], State::ofRank($random->getInt(1, 3)),
                self::START + $random->getInt(-600, 600),
            ];
        }

        return new self($graph, $cause, $rank, $symptoms, $watched);
    }

    /** What the watched items would show if an item failed: items of which this is the same cannot be told apart. */
    public function shown(int $cause, int $rank): string
    {
        $hit = array_intersect_key(Trace::ranks($this->graph, [$cause => $rank]), array_flip($this->watched));
        ksort($hit);

        return json_encode($hit, JSON_THROW_ON_ERROR);
    }

    /**
     * @param  array<int, int>  $hit
     * @return array<int, int>
     */
    private static function distances(Graph $graph, int $cause, array $hit): array
    {
        $distances = [$cause => 0];
        for ($front = [$cause]; $front !== [];) {
            $item = array_shift($front);
            foreach ($graph->servedBy($item) as $need) {
                $owner = $graph->owner($need);
                if (isset($hit[$owner]) && ! isset($distances[$owner])) {
                    $distances[$owner] = $distances[$item] + 1;
                    $front[] = $owner;
                }
            }
        }

        return $distances;
    }

    /**
     * @param  non-empty-list<int>  $from
     * @return list<int>
     */
    private static function pick(Randomizer $random, array $from, int $many): array
    {
        return array_map(
            static fn(int $key): int => $from[$key],
            array_values($random->pickArrayKeys($from, max(1, min($many, count($from))))),
        );
    }
}
