<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Record;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Record\BadValue;
use Skarvo\Topology\Record\LeastHurt;
use Skarvo\Topology\Record\UseBehind;
use Skarvo\Topology\Record\WeekOfUse;
use Skarvo\Topology\State;

final class WeekOfUseTest extends TestCase
{
    public function test_hours_of_the_week_are_read(): void
    {
        $use = WeekOfUse::parse('sailings: Mon-Fri 06-22 12; Sat,Sun 08:00-20:00 6; else 1.5');
        self::assertSame('sailings', $use->unit);
        self::assertSame([1.5, 12.0, 12.0, 1.5], [$use->hours[5], $use->hours[6], $use->hours[21], $use->hours[22]]);
        self::assertSame([1.5, 6.0, 1.5], [$use->hours[5 * 24 + 7], $use->hours[5 * 24 + 8], $use->hours[6 * 24 + 20]]);
        self::assertSame('Mon–Fri 06–22, Sat–Sun 08–20', $use->hoursInWords());
    }

    public function test_a_night_runs_into_the_next_day_and_a_week_into_the_next(): void
    {
        $use = WeekOfUse::parse('lorries: Sun 22-04 5');
        self::assertSame([5.0, 5.0, 0.0, 5.0], [$use->hours[3], $use->hours[0], $use->hours[4], $use->hours[167]]);
        self::assertSame(
            range(0, 6),
            array_values(array_unique(array_map(
                static fn(int $h): int => intdiv($h, 24), array_keys(array_filter(WeekOfUse::parse('x: Fri-Thu 0-24 1')->hours)),
            ))),
        );
    }

    public function test_hours_are_told_in_words(): void
    {
        self::assertSame('every day, all day', WeekOfUse::parse('x: daily 00-24 3')->hoursInWords());
        self::assertSame('every day 06–22', WeekOfUse::parse('x: daily 06-22 3')->hoursInWords());
        self::assertSame('not used', WeekOfUse::parse('x: else 0')->hoursInWords());
        self::assertSame('Tue all day', WeekOfUse::parse('x: Tue 00-24 3')->hoursInWords());
    }

    /** @return iterable<int, array{string}> */
    public static function wrong(): iterable
    {
        yield from [
            ['12'], ['sailings:'], ['sailings: ;'], ['sailings: Mon 06-25 1'], ['sailings: Mon 24-06 1'],
            ['sailings: Mon 06-06 1'], ['sailings: Mux 06-08 1'], ['sailings: Mon-Tue-Wed 06-08 1'], ['sailings: Mon 06-08 -1'],
            ['sailings: Mon 06:30-08 1'],
        ];
    }

    #[DataProvider('wrong')]
    public function test_what_is_no_week_is_refused(string $text): void
    {
        $this->expectException(BadValue::class);
        WeekOfUse::parse($text);
    }

    public function test_the_hour_of_the_week_is_that_of_the_wall_clock(): void
    {
        $oslo = new \DateTimeZone('Europe/Oslo');
        self::assertSame(1, WeekOfUse::hourOf(strtotime('2026-03-02T00:30:00Z'), $oslo));
        self::assertSame(6 * 24 + 3, WeekOfUse::hourOf(strtotime('2026-03-29T01:00:00Z'), $oslo));
    }

    public function test_the_best_time_hurts_least_of_all(): void
    {
        $random = new Randomizer(new Mt19937(8));
        for ($round = 0; $round < 200; $round++) {
            $services = [];
            for ($n = $random->getInt(1, 4); $n > 0; $n--) {
                $services[] = [
                    'use' => WeekOfUse::parse(sprintf(
                        'x: daily %d-%d %d; else %d', $random->getInt(0, 11), $random->getInt(12, 24), $random->getInt(1, 50),
                        $random->getInt(0, 9),
                    )),
                    'tier' => $random->getInt(1, 4), 'state' => State::cases()[$random->getInt(0, 3)],
                ];
            }
            $length = $random->getInt(1, 30);
            $best = LeastHurt::of($services, $length, 3);
            $hurts = array_map(static fn(int $from): float => self::hurt($services, $from, $length), range(0, 167));
            if (max($hurts) <= 0) {
                self::assertSame([], $best);

                continue;
            }
            self::assertEqualsWithDelta(min($hurts), $best[0]->hurt, 1e-6);
            self::assertEqualsWithDelta($hurts[$best[0]->from], $best[0]->hurt, 1e-6);
            self::assertEqualsWithDelta(min($hurts) / max($hurts), $best[0]->share, 1e-6);
            foreach ($best as $i => $one) {
                foreach (array_slice($best, 0, $i) as $other) {
                    $apart = abs($one->from - $other->from);
                    self::assertGreaterThanOrEqual($length, min($apart, 168 - $apart));
                }
            }
        }
    }

    public function test_windows_that_touch_do_not_overlap(): void
    {
        $always = [['use' => WeekOfUse::parse('x: else 1'), 'tier' => 1, 'state' => State::Down]];

        self::assertSame([0, 84], array_column(LeastHurt::of($always, 84), 'from'), 'Half of the week, and the other half.');
        self::assertSame([0], array_column(LeastHurt::of($always, 85), 'from'));
    }

    /** @param  list<array{use: WeekOfUse, tier: int, state: State}>  $services */
    private static function hurt(array $services, int $from, int $length): float
    {
        $hurt = 0.0;
        foreach ($services as $service) {
            for ($hour = $from; $hour < $from + $length; $hour++) {
                $hurt += $service['use']->hours[$hour % 168] * 2 ** (4 - $service['tier']) * [
                    'up' => 0, 'at_risk' => 0, 'degraded' => 0.5, 'down' => 1,
                ][$service['state']->value];
            }
        }

        return $hurt;
    }

    public function test_what_stands_behind_services_is_told_for_the_hour(): void
    {
        $lanes = WeekOfUse::parse('sailings: daily 05-23 14; else 0');
        $gates = WeekOfUse::parse('sailings: daily 05-23 12; else 0');
        $desk = WeekOfUse::parse('passengers: daily 05-22 1300.5; else 2.5');
        $of = static fn(int $hour, State ...$states): ?string => UseBehind::of(
            array_map(
                static fn(WeekOfUse $use, State $state): array => ['use' => $use, 'state' => $state],
                array_slice([$lanes, $gates, $desk], 0, count($states)), $states,
            ),
            $hour,
        )->words();
        self::assertSame('Affected now: 14 sailings an hour.', $of(9, State::Down, State::Degraded));
        self::assertSame('Affected now: 1,301 passengers and 14 sailings an hour.', $of(9, State::Down, State::Up, State::Degraded));
        self::assertSame('Little used at this hour: 0 sailings an hour; 14 sailings at the busiest.', $of(3, State::Down));
        self::assertNull($of(9, State::AtRisk, State::Up));
    }

    public function test_windows_are_told_in_words(): void
    {
        $night = [['use' => WeekOfUse::parse('x: daily 05-24 9; Tue 02-04 0; else 1'), 'tier' => 1, 'state' => State::Down]];
        self::assertSame('Tue 02:00 to 04:00', LeastHurt::of($night, 2)[0]->words());
        self::assertSame(['x' => 0.0], LeastHurt::of($night, 2)[0]->uses);
        $late = [['use' => WeekOfUse::parse('x: Sun 23-24 0; Mon 00-02 0; else 9'), 'tier' => 1, 'state' => State::Down]];
        self::assertSame('Sun 23:00 to Mon 02:00', LeastHurt::of($late, 3)[0]->words());
    }
}
