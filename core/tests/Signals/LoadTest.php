<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Skarvo\Signals\Load;

final class LoadTest extends TestCase
{
    public function test_windows_of_ten_minutes_are_held_against_the_yardsticks(): void
    {
        // An hour: a quiet window, a flood of 12, its tail of 5 and of 4, a quiet one, and 10, which is not yet a flood.
        $openings = [];
        foreach ([1, 12, 5, 4, 0, 10] as $window => $alerts) {
            for ($n = 0; $n < $alerts; $n++) {
                $openings[] = 600 * $window + $n;
            }
        }
        shuffle($openings);
        $load = Load::of($openings, 0, 3600);

        self::assertEqualsWithDelta(32 / 6, $load->average(), 0.0001);
        self::assertSame(12, $load->peak());
        self::assertEqualsWithDelta(2 / 6, $load->floodShare(), 0.0001);
        self::assertSame([1, 12, 5, 4, 0, 10], array_column($load->toArray()['windows'], 'alerts'));
    }

    public function test_what_is_outside_the_time_does_not_count(): void
    {
        self::assertSame(1, Load::of([99, 100, 701], 100, 700)->peak());
        self::assertSame(0.0, Load::of([], 0, 1)->average());
    }
}
