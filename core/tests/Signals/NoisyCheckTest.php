<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Signals\Tuning\NoisyCheck;

/** What a noisy check needs, on both sides of each boundary. */
final class NoisyCheckTest extends TestCase
{
    /** @return iterable<string, array{int, int, int, int, int, string}> alerts, flips, items, brief, unneeded, need */
    public static function checks(): iterable
    {
        yield 'more flips than alerts' => [10, 11, 1, 0, 0, 'goes on and off'];
        yield 'as many flips as alerts' => [10, 10, 1, 0, 0, 'repaired again and again'];
        yield 'four items, twice each' => [8, 0, 4, 0, 0, 'again and again, from many items'];
        yield 'four items, not quite' => [7, 0, 4, 0, 0, 'from many items at once'];
        yield 'three items' => [7, 0, 3, 0, 0, 'repaired again and again'];
        yield 'two alerts' => [2, 0, 1, 2, 2, 'Nothing stands out'];
        yield 'three alerts, none of them brief' => [3, 0, 1, 1, 2, 'repaired again and again'];
        yield 'half of them brief' => [4, 0, 1, 2, 0, 'over within minutes'];
        yield 'fewer than half brief' => [5, 0, 1, 2, 4, 'repaired again and again'];
        yield 'none taken' => [5, 0, 1, 2, 5, 'Nobody ever took it'];
    }

    #[DataProvider('checks')]
    public function test_its_numbers_say_what_it_needs(int $alerts, int $flips, int $items, int $brief, int $unneeded, string $need): void
    {
        self::assertStringContainsString($need, (new NoisyCheck($alerts, $flips, $items, $brief, $unneeded))->need());
    }
}
