<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets\Suggest;

use PHPUnit\Framework\TestCase;
use Skarvo\Tickets\Suggest\SettledTicket;
use Skarvo\Tickets\Suggest\Similar;

/** Which texts say about the same. */
final class SimilarTest extends TestCase
{
    private const TEXTS = [
        4 => 'The barrier stays shut in lane two', 7 => 'Card declined although there is money', 9 => 'barriers are shut, cars wait',
        12 => 'Loudspeaker crackles', 15 => 'The barrier stays shut in lane two',
    ];

    public function test_the_same_words_come_first_and_the_later_of_equals_before_the_earlier(): void
    {
        $alike = Similar::to('barrier shut in lane two', self::TEXTS, 5);

        self::assertSame([15, 4], array_slice(array_keys($alike), 0, 2));
        self::assertGreaterThan(0.8, $alike[4]);
        self::assertContains(9, array_keys($alike));
        self::assertNotContains(12, array_keys($alike));
        self::assertSame([15, 4], array_keys(Similar::to('barrier shut in lane two', self::TEXTS, 2)));
    }

    public function test_what_says_nothing_is_like_nothing(): void
    {
        self::assertSame([], Similar::to('please help', self::TEXTS, 5));
        self::assertSame([], Similar::to('', self::TEXTS, 5));
        self::assertSame([], Similar::to('barrier', [], 5));
        self::assertSame([1], array_keys(Similar::to('42 wobbler', [1 => 'a wobbler'], 5)));
    }

    public function test_likeness_is_between_its_bounds_and_goes_both_ways(): void
    {
        [$past] = DeskTown::of(2, 60, 1);
        $texts = array_map(static fn(SettledTicket $one): string => $one->text, $past);
        foreach (array_slice($texts, 0, 20, true) as $i => $text) {
            foreach (Similar::to($text, $texts, 60) as $j => $alike) {
                self::assertGreaterThanOrEqual(Similar::ALIKE, $alike);
                self::assertLessThanOrEqual(1, $alike);
            }
            self::assertEqualsWithDelta(1.0, max(Similar::to($text, $texts, 60) ?: [1.0]), 1e-9, $text);
        }
    }
}
