<?php

declare(strict_types=1);

namespace Skarvo\Tests\Time;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;
use Skarvo\Time\ZonedHours;

final class ZonedHoursTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function moments(): iterable
    {
        yield 'within them' => ['2026-03-03T10:00:00+01:00', '2026-03-03T10:00:00+01:00'];
        yield 'before them' => ['2026-03-03T05:12:00+01:00', '2026-03-03T08:00:00+01:00'];
        yield 'at their very end' => ['2026-03-03T16:00:00+01:00', '2026-03-04T08:00:00+01:00'];
        yield 'on a Friday evening' => ['2026-03-06T20:00:00+01:00', '2026-03-09T08:00:00+01:00'];
        yield 'over the night when clocks go forward' => ['2026-03-27T20:00:00+01:00', '2026-03-30T08:00:00+02:00'];
    }

    #[DataProvider('moments')]
    public function test_they_begin_again_on_the_next_working_day(string $now, string $next): void
    {
        $hours = new ZonedHours(Zone::orUtc('Europe/Oslo'), new WeekHours(array_slice(Weekday::cases(), 0, 5), 8 * 3600, 16 * 3600));

        self::assertSame((int) strtotime($next), $hours->next((int) strtotime($now)));
    }

    public function test_where_there_are_none_nothing_waits(): void
    {
        self::assertSame(1000, (new ZonedHours(Zone::orUtc('UTC'), new WeekHours([], 8 * 3600, 16 * 3600)))->next(1000));
    }
}
