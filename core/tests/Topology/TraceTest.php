<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\CommonGround;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;
use Skarvo\Topology\WeakPoints;

/** @phpstan-import-type Need from SlowTrace */
final class TraceTest extends TestCase
{
    /** How many random graphs each property is held against. */
    private const GRAPHS = 3000;

    /** @return iterable<string, array{int}> the first of a hundred seeds */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= self::GRAPHS; $seed += 100) {
            yield "seeds from $seed on" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_it_says_what_the_slow_reading_of_the_contract_says(int $first): void
    {
        for ($seed = $first; $seed < $first + 100; $seed++) {
            [$items, $needs, $observed] = self::random($seed);

            self::assertSame(SlowTrace::of($items, $needs, $observed), self::solve($items, $needs, $observed), "seed $seed");
        }
    }

    #[DataProvider('seeds')]
    public function test_what_is_contradicted_was_seen_up_and_is_not(int $first): void
    {
        for ($seed = $first; $seed < $first + 100; $seed++) {
            [$items, $needs, $observed] = self::random($seed);
            $expected = [];
            foreach (SlowTrace::of($items, $needs, $observed) as $id => $found) {
                $seen = array_column(array_filter($observed, static fn(array $one): bool => $one[0] === $id), 1);
                if ($seen !== [] && max($seen) === 0) {
                    $expected[] = $id;
                }
            }
            $graph = self::graph($items, $needs);

            self::assertSame(
                $expected,
                Trace::of(
                    $graph,
                    array_map(static fn(array $o): array => [(int) $graph->number($o[0]), State::ofRank($o[1])], $observed),
                )->contradicted,
                "seed $seed",
            );
        }
    }

    #[DataProvider('seeds')]
    public function test_a_graph_that_grew_while_it_was_asked_says_what_a_new_one_says(int $first): void
    {
        for ($seed = $first; $seed < $first + 100; $seed++) {
            [$items, $needs] = self::random($seed);
            $grown = self::graph($items, []);
            foreach ($needs as $n => $need) {
                $grown->needsOf();
                Trace::ranks($grown, [0 => 3]);
                self::addNeed($grown, $need);
                if ($n % 3 !== 0) {
                    continue;
                }
                $new = self::graph($items, array_slice($needs, 0, $n + 1));
                self::assertSame($new->needsOf(), $grown->needsOf(), "seed $seed");
                self::assertSame(Trace::ranks($new, [0 => 3]), Trace::ranks($grown, [0 => 3]), "seed $seed");
                self::assertSame(
                    Trace::ranks($new, [0 => 3]), Trace::ranksWhile($grown, [0 => 3], static fn(): bool => true), "seed $seed",
                );
                self::assertSame(WeakPoints::of($new, 0), WeakPoints::of($grown, 0), "seed $seed");
            }
        }
    }

    #[DataProvider('seeds')]
    public function test_the_order_of_the_input_does_not_matter(int $first): void
    {
        for ($seed = $first; $seed < $first + 100; $seed++) {
            [$items, $needs, $observed] = self::random($seed);
            $random = new Randomizer(new Mt19937($seed + 1000));
            $shuffled = array_map(
                static fn(array $need): array => [...$need, 'members' => $random->shuffleArray($need['members'])],
                $random->shuffleArray($needs),
            );

            self::assertSame(
                self::solve($items, $needs, $observed),
                self::solve($random->shuffleArray($items), $shuffled, $random->shuffleArray($observed)),
            );
        }
    }

    #[DataProvider('seeds')]
    public function test_a_worse_observation_makes_nothing_better(int $first): void
    {
        for ($seed = $first; $seed < $first + 100; $seed++) {
            [$items, $needs, $observed] = self::random($seed);
            $random = new Randomizer(new Mt19937($seed + 2000));
            $before = self::solve($items, $needs, $observed);
            $worse = [...$observed, [$items[$random->getInt(0, count($items) - 1)], $random->getInt(1, 3)]];
            $after = self::solve($items, $needs, $worse);

            foreach ($before as $id => $was) {
                self::assertGreaterThanOrEqual($was['state'], $after[$id]['state'] ?? 0, "$id got better");
            }
            self::assertGreaterThanOrEqual(count($before), count($after));
        }
    }

    #[DataProvider('seeds')]
    public function test_weak_points_are_those_whose_failure_alone_takes_the_service_down(int $first): void
    {
        for ($seed = $first; $seed < $first + 100; $seed++) {
            [$items, $needs] = self::random($seed);
            $service = $items[0];
            $expected = [];
            foreach (array_slice($items, 1) as $id) {
                if ((SlowTrace::of($items, $needs, [[$id, 3]])[$service]['state'] ?? 0) === 3) {
                    $expected[] = $id;
                }
            }
            sort($expected, SORT_STRING);

            self::assertSame($expected, WeakPoints::of($graph = self::graph($items, $needs), (int) $graph->number($service)));
        }
    }

    public function test_a_ring_of_needs_ends_and_stays_up_when_nothing_is_observed(): void
    {
        $needs = [self::need('a', ['b']), self::need('b', ['c']), self::need('c', ['a'])];

        self::assertSame([], self::solve(['a', 'b', 'c'], $needs, []));
        $states = array_map(static fn(array $one): int => $one['state'], self::solve(['a', 'b', 'c'], $needs, [['b', 3]]));
        self::assertSame(['a' => 3, 'b' => 3, 'c' => 3], $states);
    }

    public function test_a_long_chain_is_no_deep_recursion(): void
    {
        $items = array_map(static fn(int $n): string => sprintf('i%05d', $n), range(0, 1499));
        $needs = [];
        for ($i = 1; $i < count($items); $i++) {
            $needs[] = self::need($items[$i], [$items[$i - 1]]);
        }
        $impact = Trace::of($graph = self::graph($items, $needs), [[(int) $graph->number('i00000'), State::Down]]);

        self::assertSame(1500, $impact->count(State::Down));
        self::assertSame(1499, $impact->affected[1499]->distance);
    }

    public function test_the_common_ground_is_the_item_that_takes_the_others_along(): void
    {
        $needs = [
            self::need('gate', ['switch']), self::need('lane', ['clock']), self::need('barrier', ['lane']),
            self::need('reader', ['lane']),
        ];
        $graph = self::graph(['gate', 'switch', 'lane', 'clock', 'barrier', 'reader'], $needs);
        $ground = CommonGround::of(
            $graph, array_map(static fn(string $id): int => (int) $graph->number($id), ['barrier', 'lane', 'clock', 'gate']),
        );

        self::assertNotNull($ground);
        self::assertSame(['clock', 3, 4], [$ground->item, $ground->explains, $ground->of]);
        self::assertNull(CommonGround::of($graph, []));
        $spare = self::graph(['net', 'link', 'cable'], [self::need('net', ['link', 'cable'])]);
        self::assertSame(1, CommonGround::of($spare, [1, 0])?->explains, 'a link that has a spare explains nothing');
    }

    public function test_what_stands_on_items_is_found_through_others_and_loops(): void
    {
        $graph = self::graph(
            ['a', 'b', 'c', 'd', 'x'],
            [self::need('a', ['b']), self::need('b', ['c']), self::need('c', ['b']), self::need('x', ['d'])],
        );
        $on = static fn(string ...$ids): array => array_map(
            $graph->id(...),
            $graph->standingOn(array_values(array_map(static fn(string $id): int => $graph->number($id) ?? -1, $ids))),
        );

        self::assertEqualsCanonicalizing(['a', 'b', 'c'], $on('c'));
        self::assertSame(['a'], $on('a'));
        self::assertEqualsCanonicalizing(['a', 'd', 'x'], $on('a', 'd'));
    }

    /**
     * @param  list<string>  $members
     * @return Need
     */
    private static function need(string $owner, array $members, int $needs = 1, bool $hard = true): array
    {
        return ['owner' => $owner, 'needs' => $needs, 'hard' => $hard, 'members' => $members];
    }

    /** @return array{non-empty-list<string>, list<Need>, list<array{string, int}>} loops and redundancy included */
    private static function random(int $seed): array
    {
        $random = new Randomizer(new Mt19937($seed));
        $items = array_map(static fn(int $n): string => ['i', 'é', 'X-', '0'][$n % 4].$n, range(0, $random->getInt(2, 14)));
        $needs = [];
        foreach ($items as $owner) {
            for ($n = $random->getInt(0, 3); $n > 0; $n--) {
                $others = array_values(array_diff($items, [$owner]));
                $members = array_map(
                    static fn(int $key): string => $others[$key],
                    $random->pickArrayKeys($others ?: throw new \LogicException, $random->getInt(1, min(4, count($others)))),
                );
                $needs[] = self::need($owner, $members, $random->getInt(1, count($members)), $random->getInt(0, 2) > 0);
            }
        }
        $observed = [];
        for ($n = $random->getInt(1, 4); $n > 0; $n--) {
            $observed[] = [$items[$random->getInt(0, count($items) - 1)], $random->getInt(0, 3)];
        }

        return [$items, $needs, $observed];
    }

    /**
     * @param  list<string>  $items
     * @param  list<Need>  $needs
     */
    private static function graph(array $items, array $needs): Graph
    {
        $graph = new Graph;
        foreach ($items as $id) {
            $graph->addItem($id);
        }
        foreach ($needs as $need) {
            self::addNeed($graph, $need);
        }

        return $graph;
    }

    /** @param  Need  $need */
    private static function addNeed(Graph $graph, array $need): void
    {
        $graph->addNeed(
            (int) $graph->number($need['owner']),
            array_map(static fn(string $id): int => (int) $graph->number($id), $need['members']), $need['needs'],
            $need['hard'] ? Strength::Hard : Strength::Soft,
        );
    }

    /**
     * @param  list<string>  $items
     * @param  list<Need>  $needs
     * @param  list<array{string, int}>  $observed
     * @return array<string, array{state: int, because: list<string>}>
     */
    private static function solve(array $items, array $needs, array $observed): array
    {
        $graph = self::graph($items, $needs);
        $impact = Trace::of(
            $graph, array_map(static fn(array $o): array => [(int) $graph->number($o[0]), State::ofRank($o[1])], $observed),
        );
        $result = [];
        foreach ($impact->affected as $affected) {
            $result[$affected->id] = ['state' => $affected->state->rank(), 'because' => $affected->because()];
        }

        return $result;
    }
}
