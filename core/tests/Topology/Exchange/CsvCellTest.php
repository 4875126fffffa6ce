<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Exchange;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Exchange\CsvCell;

final class CsvCellTest extends TestCase
{
    public function test_no_cell_begins_as_a_formula_does_and_each_comes_back_as_it_was(): void
    {
        self::assertSame(
            ["'-5", "''=x", "'@a", "it's", "'", '5-5'], array_map(CsvCell::guarded(...), ['-5', "'=x", '@a', "it's", "'", '5-5']),
        );
        $random = new Randomizer(new Mt19937(3));
        for ($n = 0; $n < 3000; $n++) {
            $text = implode(
                '',
                array_map(
                    static fn(): string => ["'", '=', '+', '-', '@', "\t", "\r", 'a', '1', ' '][$random->getInt(0, 9)],
                    range(0, $random->getInt(0, 5)),
                ),
            );
            $cell = CsvCell::guarded($text);
            self::assertDoesNotMatchRegularExpression('/^[=+\-@\t\r]/', $cell);
            self::assertSame($text, CsvCell::plain($cell));
        }
        // What somebody typed without an apostrophe is what it says.
        self::assertSame('-5', CsvCell::plain('-5'));
    }
}
