<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Skarvo\Updates\InsideNames;

final class InsideNamesTest extends TestCase
{
    /** @param  list<string>  $found */
    #[TestWith(['Restart CLK-2 now', ['clk-2']])]
    #[TestWith(['clk-2, and clk-2 again: Noor Lind is on it', ['clk-2', 'Noor Lind']])]
    #[TestWith(['sclk-22 is no name, nor is clk-2x', []])]
    #[TestWith(['Vehicle lanes are shut', []])]
    #[TestWith(['The lanes are shut, says Lanes', ['Lanes']])]
    #[TestWith(['Ask has no power', []])]
    #[TestWith(['FÆRØY-STYRING svarer ikke', ['Færøy-styring']])]
    #[TestWith(['', []])]
    #[TestWith(['a.b (x) [y] * stands for nothing', []])]
    public function test_a_name_counts_as_a_whole_word_unless_outsiders_know_what_it_stands_in(string $text, array $found): void
    {
        $names = new InsideNames(['clk-2', 'Noor Lind', 'Ask', 'Lanes', 'Færøy-styring', 'a.b.c'], ['Vehicle lanes', 'The lanes']);
        self::assertSame($found, $names->in($text));
    }

    public function test_what_outsiders_know_is_never_found(): void
    {
        $names = new InsideNames(['Booking', 'Booking desk'], ['Booking desk', 'booking']);
        self::assertSame([], $names->in('The booking desk of Booking is shut'));
    }
}
