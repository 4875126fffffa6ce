<?php

declare(strict_types=1);

namespace Skarvo\Tests\Time;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;
use Skarvo\Time\ZonedHours;

final class WeekHoursTest extends TestCase
{
    /** What a clock on the wall shows is what counts: read from PHP's own, minute by minute. */
    public function test_they_hold_by_the_clock_of_the_zone(): void
    {
        $random = new Randomizer(new Mt19937(4));
        foreach (['Europe/Oslo', 'America/St_Johns', 'UTC'] as $name) {
            for ($round = 0; $round < 60; $round++) {
                $days = array_values(array_filter(Weekday::cases(), static fn(): bool => $random->getInt(0, 1) === 1));
                $from = $random->getInt(0, 23) * 3600 + $random->getInt(0, 1) * 1800;
                $to = $random->getInt(0, 24) * 3600;
                $hours = new ZonedHours(Zone::orUtc($name), new WeekHours($days, $from, $to));
                $numbers = array_map(static fn(Weekday $day): int => $day->number(), $days);
                for ($i = 0; $i < 40; $i++) {
                    $at = (int) strtotime('2026-03-20T00:00:00Z') + $random->getInt(0, 12 * 1440) * 60;
                    $wall = (new \DateTimeImmutable("@$at"))->setTimezone(new \DateTimeZone($name));
                    $clock = (int) $wall->format('G') * 3600 + (int) $wall->format('i') * 60;
                    $today = in_array((int) $wall->format('N'), $numbers, true);
                    $yesterday = in_array((int) $wall->modify('-1 day')->format('N'), $numbers, true);
                    $expected = $from < $to ? $today
                        && $clock >= $from
                        && $clock < $to : ($today && $clock >= $from)
                        || ($yesterday && $clock < $to);
                    self::assertSame($expected, $hours->hold($at), "$name $from $to ".$wall->format('c'));
                }
            }
        }
    }

    public function test_the_next_beginning_is_where_they_hold_and_nothing_before_it_does(): void
    {
        $random = new Randomizer(new Mt19937(5));
        for ($round = 0; $round < 200; $round++) {
            $day = Weekday::cases()[$random->getInt(0, 6)];
            $hours = new ZonedHours(
                Zone::orUtc('UTC'), new WeekHours([$day], $random->getInt(0, 47) * 1800, $random->getInt(0, 48) * 1800),
            );
            $now = (int) strtotime('2026-05-04T00:00:00Z') + $random->getInt(0, 7 * 48) * 1800;
            $next = $hours->next($now);

            self::assertTrue($hours->hold($next));
            for ($at = $now; $at < $next; $at += 1800) {
                self::assertFalse($hours->hold($at));
            }
        }
    }

    /** @return iterable<string, array{int, int}> */
    public static function nonsense(): iterable
    {
        yield 'before midnight' => [-1, 3600];
        yield 'as late as the next midnight' => [86400, 3600];
        yield 'an end before midnight' => [0, -1];
        yield 'an end after the next midnight' => [0, 86401];
    }

    #[DataProvider('nonsense')]
    public function test_ends_are_times_of_day(int $from, int $to): void
    {
        $this->expectException(\DomainException::class);
        new WeekHours(Weekday::cases(), $from, $to);
    }
}
