<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Availability;

final class AvailabilityTest extends TestCase
{
    public function test_overlaps_count_once_and_what_is_outside_does_not(): void
    {
        $availability = Availability::of([[90, 120], [150, 250], [200, 220], [240, 300], [990, null], [1200, 1300]], 100, 1000);

        self::assertSame([20 + 150 + 10, 900, 3], [$availability->down, $availability->span, $availability->interruptions]);
        self::assertEqualsWithDelta(0.8, $availability->share(), 0.0001);
        self::assertSame(1.0, Availability::of([], 0, 10)->share());
        self::assertSame(0.0, Availability::of([[0, null]], 0, 10)->share());
    }

    public function test_it_is_what_counting_second_by_second_gives(): void
    {
        $random = new Randomizer(new Mt19937(5));
        for ($case = 0; $case < 300; $case++) {
            $interruptions = [];
            $seconds = array_fill(0, 200, false);
            for ($n = $random->getInt(0, 8); $n > 0; $n--) {
                $begin = $random->getInt(-50, 220);
                $end = $random->getInt(0, 5) === 0 ? null : $begin + $random->getInt(0, 80);
                $interruptions[] = [$begin, $end];
                for ($at = max(0, $begin); $at < min(200, $end ?? 200); $at++) {
                    $seconds[$at] = true;
                }
            }

            self::assertSame(count(array_filter($seconds)), Availability::of($interruptions, 0, 200)->down);
        }
    }
}
