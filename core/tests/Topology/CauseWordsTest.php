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
        yield 'it explains all, and shows nothing' => [['a', 'b'], [], [], ['a' => 1, 'b' => 2], 'It explains all 2 items that show trouble; nothing was heard of it itself.'];
        yield 'it began first' => [['c', 'a'], [], [], ['c' => 1, 'a' => 2], 'It explains all 2 items that show trouble; it shows trouble itself, and did before the others.'];
        yield 'others began before it' => [['c', 'a', 'b'], [], [], ['c' => 5, 'a' => 2, 'b' => 9], 'It explains all 3 items that show trouble; it shows trouble itself, but 1 of them did before it.'];
        yield 'it leaves one' => [['a'], ['b'], [], ['a' => 1, 'b' => 2], 'It explains 1 of 2 items that show trouble, and leaves B; nothing was heard of it itself.'];
        yield 'more should show' => [['a'], [], ['d', 'e', 'f', 'g'], ['a' => 1], 'It explains the only item that shows trouble; nothing was heard of it itself; D, E, F and 1 more should show trouble too, and do not.'];
        yield 'one should show' => [['a'], [], ['d'], ['a' => 1], 'It explains the only item that shows trouble; nothing was heard of it itself; D should show trouble too, and does not.'];
        yield 'it is all there is' => [['c'], [], [], ['c' => 1], 'It is the only one that shows trouble, and nothing under it does.'];
    }

    /**
     * @param  list<string>  $explains
     * @param  list<string>  $leaves
     * @param  list<string>  $expected
     * @param  array<string, int>  $began
     */
    #[DataProvider('candidates')]
    public function test_it_says_what_speaks_for_a_cause_and_what_against_it(array $explains, array $leaves, array $expected, array $began, string $words): void
    {
        self::assertSame($words, CauseWords::of(new Candidate('c', State::Down, 0.5, $explains, $leaves, $expected), $began, strtoupper(...)));
    }
}
