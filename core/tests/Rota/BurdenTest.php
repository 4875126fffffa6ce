<?php

declare(strict_types=1);

namespace Skarvo\Tests\Rota;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Rota\Burden;
use Skarvo\Rota\Coverage;
use Skarvo\Rota\Segment;
use Skarvo\Time\Zone;

final class BurdenTest extends TestCase
{
    private static function zone(string $name): Zone
    {
        return Zone::named($name) ?? self::fail("There is no zone $name.");
    }

    /** @param  list<array{string, string|null}>  $turns  until when, and who */
    private static function coverage(string $from, array $turns): Coverage
    {
        $at = (int) strtotime($from);
        $segments = [];
        foreach ($turns as [$until, $person]) {
            $segments[] = new Segment($at, $at = (int) strtotime($until), $person, 'weekly', null);
        }

        return new Coverage($segments === [] ? self::fail('There are no turns.') : $segments, []);
    }

    public function test_a_week_is_told_in_what_it_asks(): void
    {
        $coverage = self::coverage(
            '2026-12-21T08:00:00Z',
            [['2026-12-24T08:00:00Z', 'ana'], ['2026-12-26T20:30:00Z', 'bo'], ['2026-12-28T08:00:00Z', 'ana']],
        );
        $pages = [
            ['bo', (int) strtotime('2026-12-25T02:00:00Z')], ['bo', (int) strtotime('2026-12-25T03:00:00Z')],
            ['bo', (int) strtotime('2026-12-25T12:00:00Z')], ['eli', (int) strtotime('2026-12-25T22:30:00Z')],
            ['bo', (int) strtotime('2027-01-25T02:00:00Z')],
        ];
        self::assertSame([
            // Bo has the evening of the 26th until 21:30, and no part of its night.
            [
                'person' => 'ana', 'seconds' => 387000, 'nights' => 5, 'weekend_days' => 2, 'holidays' => 1, 'pages' => 0,
                'broken_nights' => 0,
            ],
            [
                'person' => 'bo', 'seconds' => 217800, 'nights' => 2, 'weekend_days' => 1, 'holidays' => 2, 'pages' => 3,
                'broken_nights' => 1,
            ],
            ['person' => 'eli', 'seconds' => 0, 'nights' => 0, 'weekend_days' => 0, 'holidays' => 0, 'pages' => 1, 'broken_nights' => 1],
        ],
            array_map(
                static fn(Burden $b): array => $b->toArray(),
                Burden::of($coverage, self::zone('Europe/Oslo'), ['2026-12-25', '2026-12-26'], $pages),
            ));
    }

    public function test_pages_count_from_the_first_second_to_before_the_last(): void
    {
        $coverage = self::coverage('2026-12-21T08:00:00Z', [['2026-12-22T08:00:00Z', 'ana']]);
        $pages = array_map(
            static fn(string $at): array => ['ana', (int) strtotime($at)],
            ['2026-12-21T07:59:59Z', '2026-12-21T08:00:00Z', '2026-12-22T07:59:59Z', '2026-12-22T08:00:00Z'],
        );

        self::assertSame(2, Burden::of($coverage, self::zone('Europe/Oslo'), [], $pages)[0]->pages);
    }

    public function test_it_is_what_a_walk_by_the_minute_finds_across_clock_changes(): void
    {
        $random = new Randomizer(new Mt19937(41));
        foreach ([
            'Europe/Oslo' => '2026-03-26', 'Australia/Lord_Howe' => '2026-04-02', 'America/New_York' => '2026-10-30',
            'UTC' => '2026-01-01',
        ] as $name => $around) {
            for ($round = 0; $round < 12; $round++) {
                $at = (int) strtotime("$around UTC") + $random->getInt(0, 48) * 1800;
                $segment = static function () use (&$at, $random): Segment {
                    return new Segment(
                        $at, $at += $random->getInt(1, 60) * 1800, [null, 'ana', 'bo', 'cy'][$random->getInt(0, 3)], 'l', null,
                    );
                };
                $segments = [$segment(), ...array_map($segment, array_fill(0, $random->getInt(0, 13), 0))];
                $pages = [];
                for ($n = $random->getInt(0, 12); $n > 0; $n--) {
                    $pages[] = [
                        ['ana', 'bo'][$random->getInt(0, 1)],
                        $segments[0]->from + $random->getInt(-7200, $at - $segments[0]->from + 7200),
                    ];
                }
                $holidays = [gmdate('Y-m-d', (int) strtotime("$around UTC") + 86400 * $random->getInt(0, 5))];
                $burdens = array_map(
                    static fn(Burden $b): array => array_values($b->toArray()),
                    Burden::of(new Coverage($segments, []), self::zone($name), $holidays, $pages),
                );
                self::assertSame(self::walked($segments, new \DateTimeZone($name), $holidays, $pages), $burdens, "$name, round $round");
            }
        }
    }

    /**
     * Minute by minute, by PHP's own calendar.
     *
     * @param  list<Segment>  $segments
     * @param  list<string>  $holidays
     * @param  list<array{string, int}>  $pages
     * @return list<list<string|int>>
     */
    private static function walked(array $segments, \DateTimeZone $zone, array $holidays, array $pages): array
    {
        $minutes = $pagesOf = $nights = [];
        $nightOf = static function (\DateTimeImmutable $local): ?string {
            $hour = (int) $local->format('G');

            return $hour >= 22 ? $local->format('Y-m-d') : ($hour < 6 ? $local->modify('-1 day')->format('Y-m-d') : null);
        };
        foreach ($segments as $segment) {
            for ($at = $segment->from; $at < $segment->to && $segment->person !== null; $at += 60) {
                $local = (new \DateTimeImmutable("@$at"))->setTimezone($zone);
                $minutes[$segment->person]['all'] = ($minutes[$segment->person]['all'] ?? 0) + 1;
                $date = $local->format('Y-m-d');
                foreach (array_filter(
                    [
                        'night '.$nightOf($local), $local->format('N') >= 6 ? "weekend $date" : null,
                        in_array($date, $holidays, true) ? "holiday $date" : null,
                    ],
                    static fn(?string $key): bool => $key !== null && $key !== 'night ',
                ) as $key) {
                    $minutes[$segment->person][$key] = ($minutes[$segment->person][$key] ?? 0) + 1;
                }
            }
        }
        foreach ($pages as [$person, $at]) {
            if ($at >= $segments[0]->from && $at < $segments[count($segments) - 1]->to) {
                $pagesOf[$person] = ($pagesOf[$person] ?? 0) + 1;
                $night = $nightOf((new \DateTimeImmutable("@$at"))->setTimezone($zone));
                if ($night !== null) {
                    $nights[$person][$night] = true;
                }
            }
        }
        $people = array_keys($minutes + $pagesOf);
        sort($people);
        $count = static fn(string $person, string $kind): int => count(array_filter(
            $minutes[$person] ?? [], static fn(int $many, string $key): bool => str_starts_with($key, $kind) && $many >= 60,
            ARRAY_FILTER_USE_BOTH,
        ));

        return array_map(
            static fn(string $person): array => [
                $person, 60 * ($minutes[$person]['all'] ?? 0), $count($person, 'night'), $count($person, 'weekend'),
                $count($person, 'holiday'), $pagesOf[$person] ?? 0, count($nights[$person] ?? []),
            ],
            $people,
        );
    }
}
