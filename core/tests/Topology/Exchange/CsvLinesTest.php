<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Exchange;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Exchange\CsvLines;

final class CsvLinesTest extends TestCase
{
    /** @return array{list<string>, list<array{line: int, cells: list<string>|null, problem: string|null, converted: bool}>} */
    private static function read(string $text): array
    {
        $stream = fopen('php://memory', 'w+b') ?: self::fail('There is no memory.');
        fwrite($stream, $text);
        rewind($stream);
        $lines = new CsvLines($stream);

        return [$lines->header(), array_values([...$lines->records()])];
    }

    public function test_cells_are_read_as_the_standard_says(): void
    {
        [$header, $records] = self::read("id,name,note\r\na,\"Quay, north\",\"said \"\"no\"\"\"\r\n\r\nb,\"two\nlines\",\r\n");
        self::assertSame(['id', 'name', 'note'], $header);
        self::assertSame([2, ['a', 'Quay, north', 'said "no"']], [$records[0]['line'], $records[0]['cells']]);
        self::assertSame([4, ['b', "two\nlines", '']], [$records[1]['line'], $records[1]['cells']]);
    }

    public function test_semicolons_and_tabs_part_cells_too(): void
    {
        self::assertSame(['a', '1,5'], self::read("id;size\na;1,5")[1][0]['cells']);
        self::assertSame(['a', '1;5'], self::read("id\tsize\na\t1;5")[1][0]['cells']);
    }

    public function test_three_encodings_are_understood(): void
    {
        self::assertSame(['a', 'Kalvøy'], self::read("\xEF\xBB\xBFid,name\na,Kalvøy")[1][0]['cells']);
        foreach (['UTF-16LE' => "\xFF\xFE", 'UTF-16BE' => "\xFE\xFF"] as $encoding => $mark) {
            [$header, $records] = self::read($mark.mb_convert_encoding("id,name\na,Kalvøy\n", $encoding, 'UTF-8'));
            self::assertSame([['id', 'name'], ['a', 'Kalvøy'], false], [$header, $records[0]['cells'], $records[0]['converted']]);
        }
        $mixed = self::read("id,name\na,Kalvøy\nb,".mb_convert_encoding('Kalvøy – nord', 'Windows-1252', 'UTF-8')."\n")[1];
        self::assertSame([['a', 'Kalvøy'], false], [$mixed[0]['cells'], $mixed[0]['converted']]);
        self::assertSame([['b', 'Kalvøy – nord'], true], [$mixed[1]['cells'], $mixed[1]['converted']]);
    }

    public function test_a_line_that_says_what_parts_cells_and_ends_of_carriage_returns_are_understood(): void
    {
        foreach ([
            "sep=;\r\nid;size\r\na;1,5\r\n", "sep=,\nid,size\na,\"1,5\"\n", "\"sep=|\"\nid|size\na|1,5\n", "id;size\ra;1,5\r",
            "id;size\ra;1,5",
        ] as $text) {
            [$header, $records] = self::read($text);
            self::assertSame([['id', 'size'], ['a', '1,5']], [$header, $records[0]['cells']], json_encode($text, JSON_THROW_ON_ERROR));
        }
        self::assertSame([2, 3, 4, 5], array_column(self::read("id,x\ra,1\rb,\"two\rc,3\rd,4\r")[1], 'line'));
        // Text that holds a return, where lines end otherwise, keeps it.
        self::assertSame("1\r2", self::read("id,size\na,\"1\r2\"\n")[1][0]['cells'][1] ?? null);
    }

    public function test_a_file_of_two_byte_units_may_be_cut_in_the_middle_of_one(): void
    {
        $text = "\xFF\xFE".mb_convert_encoding("id,name\na,".str_repeat('🚢', 300_000)."\nb,Kalvøy", 'UTF-16LE', 'UTF-8');
        self::assertSame('Kalvøy', self::read($text)[1][1]['cells'][1] ?? null);
        self::assertSame(mb_strlen(str_repeat('🚢', 300_000)), mb_strlen(self::read($text)[1][0]['cells'][1] ?? ''));
        self::assertStringStartsWith('Kalvø', self::read($text.'x')[1][1]['cells'][1] ?? '');
        self::assertStringStartsWith('Kalvø', self::read(substr($text, 0, -1))[1][1]['cells'][1] ?? '');
    }

    public function test_a_quote_that_is_never_closed_costs_its_own_line(): void
    {
        $records = self::read("id,name\na,\"open\nb,fine\nc,\"also fine\"\nd,last\n")[1];
        self::assertSame([2, 3, 4, 5], array_column($records, 'line'));
        self::assertNull($records[0]['cells']);
        self::assertNotNull($records[0]['problem']);
        self::assertSame([['b', 'fine'], ['c', 'also fine'], ['d', 'last']], array_column(array_slice($records, 1), 'cells'));
    }

    public function test_text_after_a_quote_and_wrong_numbers_of_cells_are_told(): void
    {
        $records = self::read("id,name\na,\"x\"y\nb\nc,d,e\nd,e,\nf,5\" pipe\n")[1];
        self::assertStringContainsString('In cell 2 a quote is closed and more text follows', (string) $records[0]['problem']);
        self::assertStringContainsString('has 1 cells, and the header has 2', (string) $records[1]['problem']);
        self::assertStringContainsString('has 3 cells, and the header has 2', (string) $records[2]['problem']);
        self::assertSame(['d', 'e'], $records[3]['cells']);
        self::assertSame(['f', '5" pipe'], $records[4]['cells']);
    }

    public function test_nothing_is_read_of_nothing(): void
    {
        self::assertSame([[''], []], self::read(''));
    }

    public function test_whatever_is_broken_every_sound_line_is_read(): void
    {
        $random = new Randomizer(new Mt19937(6));
        for ($round = 0; $round < 300; $round++) {
            $text = "id,name,note\n";
            $sound = $broken = [];
            $line = 2;
            for ($n = $random->getInt(1, 30); $n > 0; $n--) {
                if ($random->getInt(0, 4) === 0) {
                    $text .= ["x$line,\"open,1\n", "x$line,\"a\"b,2\n", "x$line\n", "x$line,1,2,3,4\n"][$random->getInt(0, 3)];
                    $broken[] = $line;
                } else {
                    $cells = ["id$line", ['plain', 'with, comma', 'with "quotes"', "Ærø\u{2013}"][$random->getInt(0, 3)], ''];
                    $text .= implode(
                        ',',
                        array_map(
                            static fn(string $cell): string =>
                                strpbrk($cell, ',"') === false ? $cell : '"'.str_replace('"', '""', $cell).'"',
                            $cells,
                        ),
                    )."\n";
                    $sound[$line] = $cells;
                }
                $line++;
            }
            $records = self::read($text)[1];
            self::assertSame(
                $sound, array_column(array_filter($records, static fn(array $r): bool => $r['cells'] !== null), 'cells', 'line'),
                $text,
            );
            self::assertSame(
                $broken, array_column(array_filter($records, static fn(array $r): bool => $r['cells'] === null), 'line'), $text,
            );
        }
    }
}
