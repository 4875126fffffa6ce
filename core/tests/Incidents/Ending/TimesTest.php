<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Ending;

use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Ending\TimesTaken;

final class TimesTest extends TestCase
{
    public function test_each_counts_from_what_came_before_it(): void
    {
        $times = TimesTaken::of(1000, 1120, 1360, 4600);
        self::assertSame([120, 240, 3600], [$times->detect, $times->acknowledge, $times->restore]);
        self::assertSame(['known 2 min after it began', 'taken on 4 min after that', 'restored 1 h after it began'], $times->told());
    }

    public function test_what_is_not_known_is_not_counted(): void
    {
        self::assertSame([], TimesTaken::of(1000, null, 1360, null)->told());
        self::assertSame(['known as it began', 'taken on at once'], TimesTaken::of(1000, 1000, 1000, null)->told());
        self::assertSame(0, TimesTaken::of(1000, 1100, 1050, null)->acknowledge, 'It was taken on before anything told.');
    }

    public function test_nothing_happens_before_it_began(): void
    {
        $this->expectException(\DomainException::class);
        TimesTaken::of(1000, 999, null, null);
    }
}
