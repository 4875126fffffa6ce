<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Signals\Attention;
use Skarvo\Signals\Tuning\NoisyCheck;

final class AttentionTest extends TestCase
{
    public function test_what_matters_more_may_wait_less(): void
    {
        $waits = array_map(static fn(int $tier): int => Attention::mayWait($tier, 3), [1, 2, 3, 4, Attention::NO_TIER]);

        self::assertSame([10, 20, 60, 120, 240], $waits);
        self::assertSame(10, Attention::mayWait(1, 2));
        self::assertSame([240, 240], [Attention::mayWait(1, 1), Attention::mayWait(7, 3)]);
        self::assertTrue(Attention::isLongest(Attention::mayWait(1, 0)));
        self::assertFalse(Attention::isLongest(10));
    }

    public function test_groups_come_in_order_of_need(): void
    {
        $inOrder = [
            'a tier 1 that is down' => Attention::order(false, 1, 3, 3, '2026-03-03 08:00:00', 9),
            'one that degraded' => Attention::order(false, 1, 2, 3, '2026-03-03 07:00:00', 1),
            'one of a milder level' => Attention::order(false, 1, 2, 2, '2026-03-03 06:00:00', 1),
            'the one that began first' => Attention::order(false, 2, 3, 3, '2026-03-03 06:00:00', 12),
            'the one that began later' => Attention::order(false, 2, 3, 3, '2026-03-03 06:00:01', 2),
            'of equals, the older' => Attention::order(false, 2, 3, 3, '2026-03-03 06:00:01', 10),
            'what endangers nothing' => Attention::order(false, Attention::NO_TIER, 3, 3, '2026-03-03 05:00:00', 1),
            'what somebody has' => Attention::order(true, 1, 3, 3, '2026-03-03 05:00:00', 1),
        ];
        $sorted = $inOrder;
        asort($sorted, SORT_STRING);

        self::assertSame(array_keys($inOrder), array_keys($sorted));
    }

    /** @return iterable<string, array{NoisyCheck, non-empty-string}> */
    public static function checks(): iterable
    {
        yield 'on and off' => [new NoisyCheck(2, 9, 1, 0, 0), 'It goes on and off'];
        yield 'again and again from many' => [new NoisyCheck(20, 0, 8, 0, 0), 'It comes again and again, from many items'];
        yield 'from many at once' => [new NoisyCheck(8, 0, 8, 0, 0), 'It comes from many items at once'];
        yield 'brief' => [new NoisyCheck(10, 0, 1, 5, 10), 'It is over within minutes by itself'];
        yield 'never needed' => [new NoisyCheck(10, 0, 1, 4, 10), 'Nobody ever took it'];
        yield 'repaired again and again' => [new NoisyCheck(10, 0, 1, 4, 9), 'It is repaired again and again'];
        yield 'too few to say' => [new NoisyCheck(2, 0, 1, 2, 2), 'Nothing stands out'];
    }

    /** @param  non-empty-string  $says */
    #[DataProvider('checks')]
    public function test_what_a_check_would_need_is_said_from_its_numbers(NoisyCheck $check, string $says): void
    {
        self::assertStringStartsWith($says, $check->need());
    }
}
