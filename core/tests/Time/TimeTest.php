<?php

declare(strict_types=1);

namespace Skarvo\Tests\Time;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Time\CivilDate;
use Skarvo\Time\Duration;
use Skarvo\Time\Instant;
use Skarvo\Time\LocalTime;
use Skarvo\Time\Zone;

final class TimeTest extends TestCase
{
    /** @return iterable<string, array{string, ?string}> */
    public static function instants(): iterable
    {
        yield 'UTC' => ['2026-03-29T01:00:00Z', '2026-03-29T01:00:00Z'];
        yield 'an offset' => ['2026-03-29T03:00:00.75+02:00', '2026-03-29T01:00:00Z'];
        yield 'a leap day' => ['2028-02-29T23:59:59-00:30', '2028-03-01T00:29:59Z'];
        yield 'before 1970' => ['1969-12-31T23:59:59Z', '1969-12-31T23:59:59Z'];
        yield 'no offset' => ['2026-03-29T01:00:00', null];
        yield 'no such day' => ['2026-02-29T01:00:00Z', null];
        yield 'no such hour' => ['2026-03-29T24:00:00Z', null];
        yield 'a line break behind it' => ["2026-03-29T01:00:00Z\n", null];
    }

    #[DataProvider('instants')]
    public function test_instants_are_rfc_3339(string $text, ?string $utc): void
    {
        $instant = Instant::parse($text);

        self::assertSame($utc, $instant === null ? null : Instant::format($instant->seconds));
    }

    public function test_fractions_order_instants_and_nothing_else(): void
    {
        $times = array_map(
            static fn(string $t): Instant => Instant::parse($t) ?? throw new \LogicException,
            ['2026-01-01T00:00:00.5Z', '2026-01-01T00:00:00.25Z', '2026-01-01T01:00:00.500+01:00'],
        );

        self::assertSame([1, 0, -1], [$times[0]->compare($times[1]), $times[0]->compare($times[2]), $times[1]->compare($times[2])]);
    }

    /** @return iterable<array{string, ?int}> */
    public static function durations(): iterable
    {
        yield ['PT90S', 90];
        yield ['PT5M', 300];
        yield ['P1DT2H', 93600];
        yield ['P2W', 1209600];
        yield ['PT0S', 0];
        yield ['P', null];
        yield ['PT', null];
        yield ['P1M', null];
        yield ['P1DT', null];
        yield ['-PT5M', null];
        yield ['PT1.5H', null];
    }

    #[DataProvider('durations')]
    public function test_durations_are_iso_8601_without_months(string $text, ?int $seconds): void
    {
        self::assertSame($seconds, Duration::parse($text)?->seconds());
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function wallClocks(): iterable
    {
        yield 'an ordinary hour' => ['Europe/Oslo', '2026-07-01T09:00', '2026-07-01T07:00:00Z'];
        yield 'a skipped one, by the offset before' => ['Europe/Oslo', '2026-03-29T02:30', '2026-03-29T01:30:00Z'];
        yield 'one that comes twice, the first' => ['Europe/Oslo', '2026-10-25T02:30', '2026-10-25T00:30:00Z'];
        yield 'half an hour skipped' => ['Australia/Lord_Howe', '2026-10-04T02:15', '2026-10-03T15:45:00Z'];
        yield 'half an hour twice' => ['Australia/Lord_Howe', '2026-04-05T01:45', '2026-04-04T14:45:00Z'];
        yield 'a whole day skipped' => ['Pacific/Apia', '2011-12-30T09:00', '2011-12-30T19:00:00Z'];
    }

    #[DataProvider('wallClocks')]
    public function test_wall_clocks_are_read_as_rfc_5545_says(string $zone, string $local, string $utc): void
    {
        self::assertSame($utc, Instant::format(self::zone($zone)->instant(self::local($local))));
    }

    public function test_a_zone_agrees_with_its_own_offsets_over_years(): void
    {
        $zone = self::zone('America/St_Johns');
        for ($instant = 1_700_000_000; $instant < 1_900_000_000; $instant += 1_234_567) {
            $back = $zone->instant($instant + $zone->offset($instant));
            self::assertContains($instant - $back, [0, 3600], Instant::format($instant));
        }
    }

    public function test_zones_are_spelled_as_in_the_database(): void
    {
        self::assertNotNull(Zone::named('UTC'));
        foreach (['europe/oslo', 'CEST', 'Oslo', '+02:00', ''] as $name) {
            self::assertNull(Zone::named($name), $name);
        }
    }

    public function test_days_and_weekdays_agree_with_php(): void
    {
        for ($day = -200_000; $day < 60_000; $day += 977) {
            $date = (new \DateTimeImmutable('1970-01-01 UTC'))->modify("$day days");
            self::assertSame($day, CivilDate::days((int) $date->format('Y'), (int) $date->format('n'), (int) $date->format('j')));
            self::assertSame((int) $date->format('N'), CivilDate::weekday($day));
        }
    }

    private static function zone(string $name): Zone
    {
        return Zone::named($name) ?? throw new \LogicException("There is no zone $name.");
    }

    private static function local(string $text): int
    {
        return LocalTime::parse($text)->seconds ?? throw new \LogicException;
    }

    public function test_how_long_something_lasted_is_said_one_way(): void
    {
        $words = [
            '0 s' => 0, '59 s' => 59, '1 min' => 60, '59 min' => 3599, '1 h' => 3600, '1 h 57 min' => 7020,
            '30 h 3 min' => 108_180, '47 h 59 min' => 172_799, '2 d' => 172_800, '2 d 3 h' => 187_140,
        ];

        self::assertSame(array_keys($words), array_map(Duration::words(...), array_values($words)));
        self::assertSame('0 s', Duration::words(-5));
    }
}
