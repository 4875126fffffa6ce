<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Downtime;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;

final class DowntimeTest extends TestCase
{
    public function test_a_service_is_down_while_what_it_needs_is_and_what_overlaps_counts_once(): void
    {
        [$graph, $service, $store, $one, $two] = self::graph();

        $downtime = Downtime::of(
            $graph, $service,
            [
                [$store, State::Down, 100, 160], [$store, State::Down, 150, 200], [$one, State::Down, 300, 400],
                [$two, State::Down, 350, 380], [$store, State::Degraded, 500, null],
            ],
            0, 600,
        );

        // One of two is no downtime; both at once are.
        self::assertSame([[100, 200], [350, 380]], $downtime->down);
        self::assertSame([[500, 600]], $downtime->inPart);
    }

    public function test_what_lies_outside_of_the_time_that_is_asked_for_is_left_out(): void
    {
        [$graph, $service, $store] = self::graph();

        self::assertSame(
            [[50, 80]],
            Downtime::of($graph, $service, [[$store, State::Down, 10, 80], [$store, State::Down, 990, 1000]], 50, 900)->down,
        );
        self::assertSame(
            [], Downtime::of($graph, $service, [[$store, State::AtRisk, 100, 200], [$store, State::Up, 100, 200]], 50, 900)->down,
        );
        self::assertSame([], Downtime::of($graph, $service, [], 50, 900)->inPart);
    }

    public function test_what_people_noted_counts_where_no_check_spoke_of_it(): void
    {
        [$graph, $service, $store, $one] = self::graph();
        $downtime = Downtime::of(
            $graph, $service,
            [[$store, State::Down, 100, 160], [$one, State::Down, 300, 400], [$store, State::Degraded, 500, 600]], 0, 900,
        );

        self::assertSame(
            [[160, 200], [310, 390], [700, null]],
            $downtime->unobserved([[90, 110], [160, 200], [310, 390], [590, null], [700, null]]),
        );
    }

    public function test_what_goes_up_and_down_at_once_leaves_no_hole(): void
    {
        [$graph, $service, $store] = self::graph();

        self::assertSame(
            [[10, 40]],
            Downtime::of(
                $graph, $service, [[$store, State::Down, 10, 20], [$store, State::Down, 20, 30], [$store, State::Down, 30, 40]],
                0, 100,
            )->down,
        );
    }

    public function test_it_says_what_looking_at_each_second_says(): void
    {
        for ($seed = 1; $seed <= 60; $seed++) {
            $random = new Randomizer(new Mt19937($seed));
            $graph = new Graph;
            $items = array_map(static fn(int $n): int => $graph->addItem("i$n"), range(0, 7));
            for ($n = 0; $n < 12; $n++) {
                $members = array_map(
                    static fn(int $key): int => $items[$key], array_values($random->pickArrayKeys($items, $random->getInt(1, 3))),
                );
                $owner = $items[$random->getInt(0, 7)];
                $members = array_values(array_diff($members, [$owner])) ?: [($owner + 1) % 8];
                $graph->addNeed(
                    $owner, $members, $random->getInt(1, count($members)),
                    $random->getInt(0, 2) === 0 ? Strength::Soft : Strength::Hard,
                );
            }
            $observed = [];
            for ($n = $random->getInt(0, 12); $n > 0; $n--) {
                $begin = $random->getInt(-10, 110);
                $observed[] = [
                    $items[$random->getInt(0, 7)], State::ofRank($random->getInt(0, 3)), $begin,
                    $random->getInt(0, 5) === 0 ? null : $begin + $random->getInt(0, 40),
                ];
            }
            $seconds = [2 => [], 3 => []];
            for ($second = 0; $second < 100; $second++) {
                $now = [];
                foreach ($observed as [$item, $state, $begin, $end]) {
                    if ($begin <= $second && $second < ($end ?? PHP_INT_MAX)) {
                        $now[$item] = max($now[$item] ?? 0, $state->rank());
                    }
                }
                $seconds[Trace::ranks($graph, $now)[0] ?? 0][] = $second;
            }
            $downtime = Downtime::of($graph, 0, $random->shuffleArray($observed), 0, 100);
            self::assertSame($seconds[3], self::seconds($downtime->down), "seed $seed");
            self::assertSame($seconds[2], self::seconds($downtime->inPart), "seed $seed");
        }
    }

    /**
     * @param  list<array{int, int}>  $spans
     * @return list<int>
     */
    private static function seconds(array $spans): array
    {
        return array_merge(...array_map(static fn(array $span): array => range($span[0], $span[1] - 1), $spans));
    }

    /** @return array{Graph, int, int, int, int} a service that needs a store, and one of two gates */
    private static function graph(): array
    {
        $graph = new Graph;
        [$service, $store, $one, $two] = array_map($graph->addItem(...), ['service', 'store', 'gate-1', 'gate-2']);
        $graph->addNeed($service, [$store], 1, Strength::Hard);
        $graph->addNeed($service, [$one, $two], 1, Strength::Hard);

        return [$graph, $service, $store, $one, $two];
    }
}
