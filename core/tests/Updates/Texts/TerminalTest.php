<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Texts;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Skarvo\Updates\Texts\Terminal;

final class TerminalTest extends TestCase
{
    /** @param  list<string>  $lines */
    #[TestWith(['', 0, 10, ['']])]
    #[TestWith(['one two', 0, 7, ['one two']])]
    #[TestWith(['one two', 0, 6, ['one', 'two']])]
    #[TestWith(['one two', 2, 9, ['  one two']])]
    #[TestWith(['one two', 3, 9, ['   one', '   two']])]
    #[TestWith(["one\ntwo  three", 0, 20, ['one', 'two three']])]
    #[TestWith(["one\r\n\r\ntwo", 1, 20, [' one', '', ' two']])]
    #[TestWith(['abcdefgh ij', 0, 3, ['abc', 'def', 'gh', 'ij']])]
    #[TestWith(['ab cdef', 0, 3, ['ab', 'cde', 'f']])]
    #[TestWith(['Ærfugløya går', 0, 9, ['Ærfugløya', 'går']])]
    #[TestWith(['港港港', 0, 4, ['港港', '港']])]
    #[TestWith(['港', 0, 1, ['港']])]
    #[TestWith(["\x1b[2Jgone\x07 \x7f\u{9b}31m\u{202e}a\tb\xff", 0, 30, ['[2Jgone 31ma b?']])]
    public function test_it_stands_in_lines_that_fit(string $text, int $indent, int $columns, array $lines): void
    {
        self::assertSame($lines, Terminal::lines($text, $indent, $columns));
    }

    #[TestWith(['Havre', '09:00', 12, 'Havre  09:00'])]
    #[TestWith(['Havre', '09:00', 11, 'Havre 09:00'])]
    #[TestWith(['Havre', '09:00', 10, "Havre\n09:00"])]
    #[TestWith(["Ha\nvre", "09\x1b:00", 12, 'Ha vre 09:00'])]
    public function test_two_stand_at_the_ends_of_a_line(string $left, string $right, int $columns, string $line): void
    {
        self::assertSame($line, Terminal::ends($left, $right, $columns));
    }

    public function test_a_line_without_room_is_refused(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        Terminal::lines('x', 80);
    }

    public function test_no_line_is_too_wide_and_no_letter_is_lost(): void
    {
        mt_srand(11);
        $letters = ['a', 'b', 'é', 'ø', 'ش', '港', ' ', ' ', ' ', "\n", '-', '.'];
        for ($round = 0; $round < 2000; $round++) {
            $text = '';
            for ($n = mt_rand(0, 120); $n > 0; $n--) {
                $text .= $letters[mt_rand(0, count($letters) - 1)];
            }
            $columns = mt_rand(4, 40);
            $indent = mt_rand(0, 2);
            $lines = Terminal::lines($text, $indent, $columns);
            foreach ($lines as $line) {
                self::assertLessThanOrEqual($columns, mb_strwidth($line, 'UTF-8'));
                self::assertStringNotContainsString("\n", $line);
            }
            $bare = static fn(string $all): string => (string) preg_replace('/\s+/u', '', $all);
            self::assertSame($bare($text), $bare(implode('', $lines)));
            // No line ends before the next word would have fitted.
            $words = implode("\n", array_map('trim', $lines));
            self::assertSame(Terminal::lines($text, 0, $columns - $indent), explode("\n", $words));
        }
    }
}
