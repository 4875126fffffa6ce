<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Texts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Updates\Texts\Segments;
use Skarvo\Updates\Texts\ShortText;

final class SegmentsTest extends TestCase
{
    /** @return iterable<string, array{string, bool, int, int}> text, whether GSM, places, segments */
    public static function texts(): iterable
    {
        yield 'nothing' => ['', true, 0, 0];
        yield 'one that just fits' => [str_repeat('a', 160), true, 160, 1];
        yield 'one more' => [str_repeat('a', 161), true, 161, 2];
        yield 'two that just fit' => [str_repeat('a', 306), true, 306, 2];
        yield 'three' => [str_repeat('a', 307), true, 307, 3];
        yield 'Norwegian and German' => ['Bryggen på Ærø: Ödland, Straße', true, 30, 1];
        yield 'signs of two places' => [str_repeat('€', 80), true, 160, 1];
        yield 'signs of two places, one too many' => [str_repeat('€', 80).'a', true, 161, 2];
        yield 'a sign that is not torn apart' => [str_repeat('a', 152).'€'.str_repeat('a', 152), true, 306, 3];
        yield 'a line' => ["Lanes\nare shut", true, 14, 1];
        yield 'a tab is none of them' => ["a\tb", false, 3, 1];
        yield 'Arabic that just fits' => [str_repeat('م', 70), false, 70, 1];
        yield 'Arabic, one more' => [str_repeat('م', 71), false, 71, 2];
        yield 'one character changes all of it' => [str_repeat('a', 70).'ș', false, 71, 2];
        yield 'a pair of code units' => ['⛴🚢', false, 3, 1];
        yield 'a pair that is not torn apart' => [str_repeat('م', 66).'🚢'.str_repeat('م', 66), false, 134, 3];
        yield 'a small c with a cedilla is none of them' => ['ç', false, 1, 1];
    }

    #[DataProvider('texts')]
    public function test_it_costs(string $text, bool $isGsm, int $places, int $count): void
    {
        $segments = Segments::of($text);

        self::assertSame([$isGsm, $places, $count], [$segments->isGsm, $segments->places, $segments->count]);
        self::assertSame(($isGsm ? 160 : 70) - $places, $segments->left());
    }

    public function test_a_short_text_says_what_fits_in_the_order_of_what_matters(): void
    {
        $long = str_repeat('x', 100).'.';

        self::assertSame(
            'Lanes: shut. Use the desk. https://s.example/1', ShortText::of([' Lanes:  shut. ', '', 'Use the desk.'], 'https://s.example/1')
        );
        self::assertSame(
            "$long https://s.example/1", ShortText::of([$long, $long, 'Use the desk.'], 'https://s.example/1'),
            'nothing after what was left out'
        );
        self::assertSame(
            "$long$long https://s.example/1", ShortText::of([$long.$long, 'Use the desk.'], 'https://s.example/1'), 'the first is never cut'
        );
        self::assertSame('It\'s "over" - all of it...', ShortText::of(["It’s “over” –\u{A0}all of it…"]));
    }

    public function test_a_short_text_fits_whenever_its_first_part_and_its_end_do(): void
    {
        mt_srand(7);
        for ($round = 0; $round < 300; $round++) {
            $parts = array_map(static fn(): string => implode('', array_map(
                static fn(): string => ['a', 'b', ' ', 'ø', '€', 'م', '🚢'][mt_rand(0, mt_rand(0, 9) === 0 ? 6 : 4)],
                range(0, mt_rand(0, 60)),
            )).'.', range(0, mt_rand(0, 4)));
            $end = mt_rand(0, 1) === 0 ? '' : 'https://s.example/1';
            $text = ShortText::of($parts, $end);
            $least = ShortText::of([$parts[0]], $end);

            self::assertTrue(Segments::of($text)->count === 1 || $text === $least);
            self::assertTrue(str_ends_with($text, $end));
            self::assertTrue(str_starts_with($text, substr($least, 0, strlen($least) - strlen($end))));
        }
    }

    public function test_a_short_text_of_nothing_is_refused(): void
    {
        $this->expectException(\DomainException::class);
        ShortText::of([' ', ''], 'https://s.example/1');
    }
}
