<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Past;

use PHPUnit\Framework\TestCase;
use Skarvo\Time\Zone;
use Skarvo\Topology\State;
use Skarvo\Updates\Past\Day;
use Skarvo\Updates\Past\History;
use Skarvo\Updates\Past\Statement;

final class HistoryTest extends TestCase
{
    private const NOW = '2026-03-04 12:00';

    public function test_a_stretch_over_midnight_counts_on_both_days_of_the_readers_zone(): void
    {
        $days = self::days([
            new Statement(1, self::at('2026-03-02 23:00'), ['Lanes' => State::Down]),
            new Statement(1, self::at('2026-03-03 00:30'), ['Lanes' => State::Degraded]),
            new Statement(1, self::at('2026-03-03 02:00'), ['Lanes' => State::Up]),
        ]);

        self::assertSame([[3600, 0, State::Down], [1800, 5400, State::Down], [0, 0, State::Up]], $days);
    }

    public function test_what_is_not_over_lasts_until_now_and_what_ended_until_then(): void
    {
        $told = [new Statement(1, self::at('2026-03-03 22:00'), ['Lanes' => State::Degraded])];

        self::assertSame([[0, 0, State::Up], [0, 7200, State::Degraded], [0, 12 * 3600, State::Degraded]], self::days($told));
        self::assertSame(
            [[0, 0, State::Up], [0, 3600, State::Degraded], [0, 0, State::Up]], self::days($told, [1 => self::at('2026-03-03 23:00')])
        );
    }

    public function test_of_two_incidents_the_worse_one_counts_and_a_moment_once(): void
    {
        $days = self::days([
            new Statement(1, self::at('2026-03-03 10:00'), ['Lanes' => State::Degraded]),
            new Statement(2, self::at('2026-03-03 11:00'), ['Lanes' => State::Down, 'Boards' => State::Down]),
            new Statement(2, self::at('2026-03-03 12:00'), ['Lanes' => State::Up]),
            new Statement(1, self::at('2026-03-03 13:00'), ['Lanes' => State::Up]),
        ]);

        self::assertSame([3600, 7200, State::Down], $days[1]);
    }

    public function test_a_day_that_is_shorter_or_longer_is_whole(): void
    {
        $zone = Zone::orUtc('Europe/Oslo');
        $told = [new Statement(1, self::at('2026-03-01 00:00'), ['Lanes' => State::Down])];
        $now = self::at('2026-03-30 00:00');

        self::assertEquals(
            [new Day(20541, 23 * 3600, 0), new Day(20542, 0, 0)], History::of($told, [], $now)->days('Lanes', $zone, $now, 2)
        );
    }

    public function test_it_is_what_counting_each_minute_gives(): void
    {
        mt_srand(29);
        $zone = Zone::orUtc('Europe/Oslo');
        for ($round = 0; $round < 60; $round++) {
            $now = self::at(self::NOW);
            $told = [];
            $ended = [];
            for ($incident = 1; $incident <= mt_rand(1, 4); $incident++) {
                for ($n = mt_rand(0, 4); $n >= 0; $n--) {
                    $told[] = new Statement($incident, $now - mt_rand(0, 3 * 1440) * 60, array_intersect_key(
                        ['Lanes' => State::cases()[mt_rand(0, 3)], '7' => State::cases()[mt_rand(0, 3)]],
                        mt_rand(0, 2) === 0 ? ['7' => true] : ['Lanes' => true, '7' => true],
                    ));
                }
                if (mt_rand(0, 1) === 0) {
                    $ended[$incident] = $now - mt_rand(0, 2 * 1440) * 60;
                }
            }
            foreach (['Lanes', '7'] as $name) {
                $days = History::of($told, $ended, $now)->days($name, $zone, $now, 4);
                self::assertSame(
                    self::slowly($told, $ended, $now, $name), array_map(static fn(Day $one): array => [$one->down, $one->degraded], $days)
                );
            }
        }
    }

    /**
     * @param  list<Statement>  $told
     * @param  array<int, int>  $ended
     * @return list<array{int, int}>
     */
    private static function slowly(array $told, array $ended, int $now, string $name): array
    {
        $days = [];
        for ($at = self::at('2026-03-01 00:00'); $at < self::at('2026-03-05 00:00'); $at += 60) {
            $day = intdiv($at + 3600, 86400);
            $days[$day] ??= [0, 0];
            $worst = State::Up;
            foreach (array_unique(array_column($told, 'incident')) as $incident) {
                $said = null;
                foreach ($told as $one) {
                    if (
                        $one->incident === $incident && isset($one->states[$name]) && $one->at <= $at
                        && ($said === null || $one->at >= $said->at)
                    ) {
                        $said = $one;
                    }
                }
                $state = $said === null || $at >= min($now, $ended[$incident] ?? $now) ? State::Up : $said->states[$name];
                $worst = $state->rank() > $worst->rank() ? $state : $worst;
            }
            $days[$day][0] += $worst === State::Down ? 60 : 0;
            $days[$day][1] += $worst === State::Degraded ? 60 : 0;
        }

        return array_values($days);
    }

    /**
     * @param  list<Statement>  $told
     * @param  array<int, int>  $ended
     * @return list<array{int, int, State}>
     */
    private static function days(array $told, array $ended = []): array
    {
        $now = self::at(self::NOW);

        return array_map(
            static fn(Day $one): array => [$one->down, $one->degraded, $one->worst()],
            History::of($told, $ended, $now)->days('Lanes', Zone::orUtc('Europe/Oslo'), $now, 3),
        );
    }

    private static function at(string $local): int
    {
        return (new \DateTimeImmutable($local, new \DateTimeZone('Europe/Oslo')))->getTimestamp();
    }
}
