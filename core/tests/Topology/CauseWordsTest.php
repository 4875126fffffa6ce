<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Topology\Candidate;
use Skarvo\Topology\CauseWords;
use Skarvo\Topology\State;

final class CauseWordsTest extends TestCase
{
    /** @return iterable<string, array{list<string>, list<string>, list<string>, array<string, int>, string}> */
    public static function candidates(): iterable
    {
        yield 'it explains all, and shows nothing' => [
            ['a', 'b'], [], [], ['a' => 1, 'b' => 2], 'It explains all 2 items in trouble; there is no alert on it itself.',
        ];
        yield 'it began first' => [
            ['c', 'a'], [], [], ['c' => 1, 'a' => 2],
            'It explains all 2 items in trouble; it is in trouble itself, and was before the others.',
        ];
        yield 'others began before it' => [
            ['c', 'a', 'b'], [], [], ['c' => 5, 'a' => 2, 'b' => 9],
            'It explains all 3 items in trouble; it is in trouble itself, but 1 of them were before it.',
        ];
        yield 'it leaves one' => [
            ['a'], ['b'], [], ['a' => 1, 'b' => 2],
            'It explains 1 of 2 items in trouble, and leaves B; there is no alert on it itself.',
        ];
        yield 'more should show' => [
            ['a'], [], ['d', 'e', 'f', 'g'], ['a' => 1],
            'It explains the only item in trouble; there is no alert on it itself; D, E, F and 1 more should be in trouble too, and are not.',
        ];
        yield 'one should show' => [
            ['a'], [], ['d'], ['a' => 1],
            'It explains the only item in trouble; there is no alert on it itself; D should be in trouble too, and is not.',
        ];
        yield 'it is all there is' => [['c'], [], [], ['c' => 1], 'It is the only item in trouble, and nothing under it is.'];
    }

    /**
     * @param  list<string>  $explains
     * @param  list<string>  $leaves
     * @param  list<string>  $expected
     * @param  array<string, int>  $began
     */
    #[DataProvider('candidates')]
    public function test_it_says_what_speaks_for_a_cause_and_what_against_it(
        array $explains, array $leaves, array $expected, array $began, string $words,
    ): void {
        self::assertSame(
            $words, CauseWords::of(new Candidate('c', State::Down, 0.5, $explains, $leaves, $expected), $began, strtoupper(...)),
        );
    }
}
