<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use PHPUnit\Framework\TestCase;
use Skarvo\Paging\DeliveryPath;
use Skarvo\Paging\Reachability;

final class DeliveryPathTest extends TestCase
{
    /** @return array{at: int, address: string, arrived: bool} */
    private static function one(int $at, string $address, bool $arrived = false): array
    {
        return ['at' => $at, 'address' => $address, 'arrived' => $arrived];
    }

    public function test_two_people_in_a_row_who_are_not_reached_are_the_trouble_of_the_path(): void
    {
        $path = DeliveryPath::judge([self::one(10, 'a', true), self::one(20, 'a'), self::one(30, 'b')]);

        self::assertSame([false, 20, 2], [$path->works, $path->since, $path->failures]);
    }

    public function test_one_device_that_is_off_is_not(): void
    {
        self::assertTrue(DeliveryPath::judge([self::one(20, 'a'), self::one(30, 'a'), self::one(40, 'a')])->works);
    }

    public function test_what_arrives_ends_it(): void
    {
        $path = DeliveryPath::judge([self::one(20, 'a'), self::one(30, 'b'), self::one(40, 'c', true)]);

        self::assertSame([true, null, 0], [$path->works, $path->since, $path->failures]);
    }

    public function test_failures_far_apart_say_nothing_about_each_other(): void
    {
        self::assertTrue(DeliveryPath::judge([self::one(0, 'a'), self::one(7200, 'b')])->works);
        self::assertTrue(DeliveryPath::judge([self::one(0, 'a'), self::one(1801, 'b')])->works);
        self::assertFalse(DeliveryPath::judge([self::one(0, 'a'), self::one(1800, 'b')])->works, 'Half an hour is together.');
        self::assertTrue(DeliveryPath::judge([])->works);
    }

    public function test_what_is_doubtful_about_reaching_somebody(): void
    {
        self::assertSame([], Reachability::doubts(['push', 'voice'], []));
        self::assertSame(['has no way to be reached'], Reachability::doubts([], []));
        self::assertSame(['can be reached in one way only, push'], Reachability::doubts(['push', 'push'], ['voice']));
        self::assertSame(['was not reached the last time by voice'], Reachability::doubts(['push', 'voice'], ['voice']));
        self::assertContains('has no way left that is known to work', Reachability::doubts(['push', 'voice'], ['voice', 'push']));
    }
}
