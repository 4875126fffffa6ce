<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Signals\WorkingHours;

final class WorkingHoursTest extends TestCase
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
        $hours = new WorkingHours('Europe/Oslo', '08:00', '16:00', [1, 2, 3, 4, 5]);

        self::assertSame((int) strtotime($next), $hours->next((int) strtotime($now)));
    }

    public function test_where_there_are_none_nothing_waits(): void
    {
        self::assertSame(1000, (new WorkingHours('UTC', '08:00', '16:00', []))->next(1000));
    }
}
