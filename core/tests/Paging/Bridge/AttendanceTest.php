<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging\Bridge;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Paging\Bridge\Attendance;
use Skarvo\Paging\Bridge\Heard;
use Skarvo\Paging\Bridge\OnBridge;

final class AttendanceTest extends TestCase
{
    /** @return iterable<string, array{non-empty-list<array{Heard, int}>, int, OnBridge, int, list<array{int, int|null}>}> */
    public static function courses(): iterable
    {
        yield 'it rings' => [[[Heard::Rung, 100]], 159, OnBridge::Ringing, 100, []];
        yield 'it rang out, though nobody told' => [[[Heard::Rung, 100]], 160, OnBridge::Unanswered, 160, []];
        yield 'the exchange says so earlier' => [[[Heard::Rung, 100], [Heard::Unanswered, 130]], 140, OnBridge::Unanswered, 130, []];
        yield 'in' => [[[Heard::Rung, 100], [Heard::Joined, 110]], 500, OnBridge::In, 110, [[110, null]]];
        yield 'in, and left' => [[[Heard::Joined, 110], [Heard::Left, 200]], 500, OnBridge::Left, 200, [[110, 200]]];
        yield 'left, heard of first' => [[[Heard::Left, 200], [Heard::Joined, 110]], 500, OnBridge::Left, 200, [[110, 200]]];
        yield 'back again' => [
            [[Heard::Joined, 110], [Heard::Left, 200], [Heard::Joined, 250]], 500, OnBridge::In, 250, [[110, 200], [250, null]],
        ];
        yield 'rung while in' => [
            [[Heard::Joined, 110], [Heard::Rung, 150], [Heard::Unanswered, 180]], 500, OnBridge::In, 110, [[110, null]],
        ];
        yield 'rung again after leaving' => [
            [[Heard::Joined, 110], [Heard::Left, 200], [Heard::Rung, 300]], 310, OnBridge::Ringing, 300, [[110, 200]],
        ];
        yield 'rung twice without an answer' => [[[Heard::Rung, 100], [Heard::Rung, 500]], 520, OnBridge::Ringing, 500, []];
        yield 'joined long after the ring' => [[[Heard::Rung, 100], [Heard::Joined, 900]], 1000, OnBridge::In, 900, [[900, null]]];
        yield 'joined and left within a second' => [[[Heard::Left, 110], [Heard::Joined, 110]], 500, OnBridge::Left, 110, [[110, 110]]];
    }

    /**
     * @param  non-empty-list<array{Heard, int}>  $events
     * @param  list<array{int, int|null}>  $spans
     */
    #[DataProvider('courses')]
    public function test_courses(array $events, int $now, OnBridge $standing, int $since, array $spans): void
    {
        $is = Attendance::of($events, $now);
        self::assertSame([$standing, $since, $spans], [$is->standing, $is->since, $is->spans]);
    }

    public function test_what_comes_late_or_twice_changes_nothing(): void
    {
        $random = new Randomizer(new Mt19937(1));
        for ($round = 0; $round < 2000; $round++) {
            $any = static fn(): array => [Heard::cases()[$random->getInt(0, 3)], 20 * $random->getInt(0, 30)];
            $events = [$any()];
            for ($i = $random->getInt(0, 8); $i > 0; $i--) {
                $events[] = $any();
            }
            $is = Attendance::of($events, 900);
            self::assertEquals($is, Attendance::of($random->shuffleArray($events) ?: $events, 900));
            self::assertEquals($is, Attendance::of([...$events, $events[$random->getInt(0, count($events) - 1)]], 900));
            // Whoever is in has a span that is open, and only they; spans lie one after the other.
            $open = array_filter($is->spans, static fn(array $one): bool => $one[1] === null);
            self::assertCount($is->standing === OnBridge::In ? 1 : 0, $open);
            foreach (array_slice($is->spans, 1) as $i => $span) {
                self::assertLessThanOrEqual($span[0], $is->spans[$i][1]);
            }
        }
    }
}
