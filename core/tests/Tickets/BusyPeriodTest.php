<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets;

use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Urgency;
use Skarvo\Tickets\BusyPeriod;

/** Times when a service counts more. */
final class BusyPeriodTest extends TestCase
{
    public function test_a_period_holds_from_its_first_second_to_before_its_last(): void
    {
        $periods = [new BusyPeriod('Eve', 'booking', 100, 200)];
        foreach ([99 => null, 100 => 'Eve', 199 => 'Eve', 200 => null] as $at => $name) {
            self::assertSame($name, BusyPeriod::at($periods, 'booking', $at)?->name, "at $at");
        }
        self::assertNull(BusyPeriod::at($periods, 'payment', 150));
    }

    public function test_of_several_the_one_that_lasts_longest_counts(): void
    {
        $periods = [
            new BusyPeriod('Eve', 'booking', 0, 200), new BusyPeriod('Month end', null, 50, 300), new BusyPeriod('All day', null, 0, 300),
        ];

        self::assertSame('All day', BusyPeriod::at($periods, 'booking', 100)?->name);
        self::assertSame('All day', BusyPeriod::at(array_reverse($periods), 'payment', 299)?->name);
    }

    public function test_a_period_that_ends_before_it_begins_is_none(): void
    {
        $this->expectException(\DomainException::class);
        new BusyPeriod('Never', null, 100, 100);
    }

    public function test_what_can_wait_is_raised_by_one_step(): void
    {
        self::assertSame(
            [Urgency::Soon, Urgency::Now, null], array_map(BusyPeriod::raised(...), [Urgency::Later, Urgency::Soon, Urgency::Now])
        );
    }
}
