<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Major;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Major\Conditions;
use Skarvo\Incidents\Major\Extent;
use Skarvo\Incidents\Major\MajorWhen;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

final class ConditionsTest extends TestCase
{
    private static function extent(int $tier, State $state, int $places, int $reports, int $openSeconds): Extent
    {
        return new Extent(
            [new HitService('a', 'Lanes', $tier, $state)], array_map(static fn(int $n): string => "Quay $n", range(1, $places)), $reports,
            $openSeconds,
        );
    }

    /** @return iterable<string, array{MajorWhen, Extent, string|null}> */
    public static function cases(): iterable
    {
        $here = static fn(
            int $tier = 1, State $state = State::Down, int $places = 1, int $reports = 0, int $openSeconds = 0,
        ): Extent => self::extent(
            $tier, $state, $places, $reports, $openSeconds,
        );
        yield 'its tier' => [new MajorWhen(tier: 2), $here(tier: 2), 'Lanes, tier 2, is down.'];
        yield 'a more important one' => [new MajorWhen(tier: 2), $here(tier: 1, state: State::Degraded), 'Lanes, tier 1, is degraded.'];
        yield 'a less important one' => [new MajorWhen(tier: 2), $here(tier: 3), null];
        yield 'only a spare is lost' => [new MajorWhen(tier: 1), $here(state: State::AtRisk), null];
        yield 'as many reports' => [new MajorWhen(reports: 10), $here(reports: 10), '10 reports.'];
        yield 'one too few' => [new MajorWhen(reports: 10), $here(reports: 9), null];
        yield 'one' => [new MajorWhen(reports: 1), $here(reports: 1), 'One report.'];
        yield 'as many places' => [new MajorWhen(places: 3), $here(places: 3), 'At 3 places.'];
        yield 'one place too few' => [new MajorWhen(places: 3), $here(places: 2), null];
        yield 'one place' => [new MajorWhen(places: 1), $here(), 'At Quay 1.'];
        yield 'to the second' => [new MajorWhen(minutes: 10), $here(openSeconds: 600), 'For 10 min.'];
        yield 'a second too soon' => [new MajorWhen(minutes: 10), $here(openSeconds: 599), null];
        yield 'all together' => [
            new MajorWhen(1, 2, 3, 4), $here(places: 2, reports: 3, openSeconds: 240),
            'Lanes, tier 1, is down; at 2 places; 3 reports; for 4 min.',
        ];
        yield 'all but one' => [new MajorWhen(1, 2, 3, 4), $here(places: 2, reports: 2, openSeconds: 240), null];
    }

    #[DataProvider('cases')]
    public function test_a_condition_holds_from_its_bound_on_and_says_why(MajorWhen $condition, Extent $extent, ?string $why): void
    {
        self::assertSame($why, $condition->why($extent));
    }

    public function test_the_worst_of_the_most_important_services_is_named_and_the_others_are_counted(): void
    {
        $extent = new Extent([
            new HitService('c', 'Signs', 3, State::Down), new HitService('b', 'Booking', 1, State::Degraded),
            new HitService('a', 'Lanes', 1, State::Down), new HitService('d', 'Spare', 1, State::AtRisk),
        ], [], 0, 0);
        self::assertSame(['a', 'b', 'c'], array_column($extent->broken, 'id'));
        self::assertSame([1 => 2, 3 => 1], $extent->byTier());
        self::assertSame('Lanes, tier 1, is down, and 1 more like it.', (new MajorWhen(tier: 1))->why($extent));
    }

    public function test_any_condition_is_enough_and_each_that_holds_says_why(): void
    {
        $usual = Conditions::usual();
        self::assertSame([], $usual->why(self::extent(2, State::Down, 3, 9, 86_400)));
        self::assertSame(['Lanes, tier 1, is down; for 10 min.', '12 reports.'], $usual->why(self::extent(1, State::Down, 1, 12, 600)));
        self::assertSame([], (new Conditions([]))->why(self::extent(1, State::Down, 9, 99, 86_400)));
    }

    /** Whatever grows never makes a condition that held cease to hold. */
    public function test_what_has_grown_is_no_less_major(): void
    {
        mt_srand(15);
        for ($n = 0; $n < 2_000; $n++) {
            $maybe = static fn(int $most): ?int => mt_rand(0, 1) === 0 ? null : mt_rand(1, $most);
            $condition = new MajorWhen($maybe(4), $maybe(4), $maybe(12), mt_rand(1, 30));
            [$tier, $places, $reports, $open] = [mt_rand(1, 4), mt_rand(1, 5), mt_rand(0, 14), mt_rand(0, 2_000)];
            if ($condition->why(self::extent($tier, State::Degraded, $places, $reports, $open)) === null) {
                continue;
            }
            $grown = self::extent(
                max(1, $tier - mt_rand(0, 2)), State::Down, $places + mt_rand(0, 2), $reports + mt_rand(0, 2), $open + mt_rand(0, 99),
            );
            self::assertNotNull($condition->why($grown));
        }
    }

    public function test_what_cannot_be_is_refused(): void
    {
        foreach ([
            static fn() => new MajorWhen, static fn() => new MajorWhen(tier: 0), static fn() => new MajorWhen(places: 0),
            static fn() => new MajorWhen(reports: -1), static fn() => new MajorWhen(minutes: 0),
            static fn() => new Extent([], [], -1, 0), static fn() => new Extent([], [], 0, -1),
        ] as $n => $make) {
            try {
                $make();
                self::fail("Case $n is taken.");
            } catch (\DomainException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }
}
