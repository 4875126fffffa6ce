<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

/**
 * Reads CSV (RFC 4180) as it comes: with commas, semicolons or tabs, in UTF-8, UTF-16 or Windows-1252, even mixed,
 * and with broken quotes, which cost the line that they stand in and none after it.
 */
final class CsvLines
{
    /** A cell with more lines than that is taken for a quote that somebody forgot to close. */
    private const MOST_LINES_A_RECORD = 40;

    /** Bytes that are converted at once. */
    private const PIECE = 1 << 20;

    private const SEPARATORS = [',', ';', "\t"];

    /** @var resource */
    private $stream;

    private int $line = 0;

    private ?bool $byReturns = null;

    /** @var list<array{string, bool}> lines that are to be read again, the next one last */
    private array $again = [];

    /** @var non-empty-string */
    private string $separator = ',';

    /** @var list<string>|null */
    private ?array $header = null;

    /** @param  resource  $stream  at its beginning, seekable */
    public function __construct($stream)
    {
        $this->stream = $stream;
        $start = (string) fread($stream, 3);
        $utf16 = match (substr($start, 0, 2)) {
            "\xFF\xFE" => 'UTF-16LE',
            "\xFE\xFF" => 'UTF-16BE',
            default => null,
        };
        fseek($stream, match (true) {
            $utf16 !== null => 2,
            $start === "\xEF\xBB\xBF" => 3,
            default => 0,
        });
        if ($utf16 !== null) {
            $this->stream = self::inUtf8($stream, $utf16);
        }
    }

    /**
     * @param  resource  $stream
     * @return resource the rest of it; what is cut in the middle of a character ends in a substitute
     */
    private static function inUtf8($stream, string $encoding)
    {
        $converted = fopen('php://temp', 'w+b') ?: throw new \RuntimeException('There is no room for a file.');
        $left = '';
        while (($piece = (string) fread($stream, self::PIECE)) !== '') {
            $piece = $left.$piece;
            // A character of two units stays whole, as does a unit of two bytes.
            $whole = strlen($piece) - strlen($piece) % 2;
            $high = $whole >= 2 ? ord($piece[$encoding === 'UTF-16LE' ? $whole - 1 : $whole - 2]) : 0;
            $whole -= $high >= 0xD8 && $high <= 0xDB ? 2 : 0;
            $left = substr($piece, $whole);
            fwrite($converted, (string) mb_convert_encoding(substr($piece, 0, $whole), 'UTF-8', $encoding));
        }
        fwrite($converted, $left === '' ? '' : (string) mb_convert_encoding($left, 'UTF-8', $encoding));
        rewind($converted);

        return $converted;
    }

    /** @return list<string> the cells of the first line, trimmed */
    public function header(): array
    {
        if ($this->header === null) {
            do {
                $first = $this->next();
            } while ($first !== null && trim($first[0]) === '');
            $text = $first[0] ?? '';
            // Some programs say in a line of its own what parts the cells.
            $said = preg_match('/^"?sep=([,;\t|])"?$/iD', trim($text, ' '), $parts) === 1 ? $parts[1] : null;
            $text = $said === null ? $text : $this->next()[0] ?? '';
            $counts = array_map(static fn(string $separator): int => substr_count($text, $separator), self::SEPARATORS);
            $this->separator = $said ?? self::SEPARATORS[array_search(max($counts), $counts, true)];
            $this->header = array_map(trim(...), $this->cells($text, true) ?? explode($this->separator, $text));
        }

        return $this->header;
    }

    /**
     * @return iterable<array{line: int, cells: list<string>|null, problem: string|null, converted: bool}> one for each record after the
     *      header; lines count from 1
     */
    public function records(): iterable
    {
        $width = count($this->header());
        while (($first = $this->next()) !== null) {
            $line = $this->line;
            if (trim($first[0]) === '') {
                continue;
            }
            [$text, $converted] = $first;
            $taken = [];
            $cells = $this->cells($text, false);
            while ($cells === null && count($taken) < self::MOST_LINES_A_RECORD) {
                $more = $this->next();
                if ($more === null) {
                    break;
                }
                $taken[] = $more;
                $text .= "\n".$more[0];
                $converted = $converted || $more[1];
                // Only a line with a quote in it can end a cell.
                $cells = str_contains($more[0], '"') ? $this->cells($text, false) : null;
            }
            $problem = match (true) {
                $cells === null => 'A quote is opened and never closed. Close it, or double it if it belongs to the text.',
                is_string($cells) => $cells,
                default => $this->misfit($cells, $width),
            };
            if ($problem !== null) {
                // What follows a broken line is read for itself.
                $this->again = [...$this->again, ...array_reverse($taken)];
                $this->line = $line;
            }
            yield [
                'line' => $line,
                'cells' => is_array($cells) && $problem === null ? array_slice(array_pad($cells, $width, ''), 0, $width) : null,
                'problem' => $problem, 'converted' => $converted,
            ];
        }
    }

    /** @param  list<string>  $cells */
    private function misfit(array $cells, int $width): ?string
    {
        $beyond = array_filter(array_slice($cells, $width), static fn(string $cell): bool => trim($cell) !== '');

        return count($cells) < $width || $beyond !== []
            ? 'This line has '.count($cells)
                ." cells, and the header has $width. Put quotes around cells that hold a separator, and leave none out."
            : null;
    }

    /**
     * @return array{string, bool}|null the next line without its end, and whether it had to be converted
     *
     * @phpstan-impure
     */
    private function next(): ?array
    {
        $this->line++;
        $kept = array_pop($this->again);
        if ($kept !== null) {
            return $kept;
        }
        $line = fgets($this->stream);
        if ($line === false) {
            return null;
        }
        $line = rtrim($line, "\r\n");
        // Some programs end lines by a carriage return alone: the first line tells.
        $this->byReturns ??= str_contains($line, "\r");
        if ($this->byReturns && str_contains($line, "\r")) {
            $lines = explode("\r", $line);
            $line = $lines[0];
            $this->again = array_map(self::inText(...), array_reverse(array_slice($lines, 1)));
        }

        return self::inText($line);
    }

    /** @return array{string, bool} */
    private static function inText(string $line): array
    {

        return mb_check_encoding($line, 'UTF-8') ? [$line, false] : [mb_convert_encoding($line, 'UTF-8', 'Windows-1252'), true];
    }

    /**
     * @return list<string>|string|null the cells; why they cannot be read; null if a quote is still open
     *
     * @phpstan-return ($isHeader is true ? list<string>|null : list<string>|string|null)
     */
    private function cells(string $text, bool $isHeader): array|string|null
    {
        if (! str_contains($text, '"')) {
            return explode($this->separator, $text);
        }
        $cells = [];
        $length = strlen($text);
        $at = 0;
        while (true) {
            if ($at < $length && $text[$at] === '"') {
                $cell = '';
                $at++;
                while (true) {
                    $close = strpos($text, '"', $at);
                    if ($close === false) {
                        return null;
                    }
                    $cell .= substr($text, $at, $close - $at);
                    $at = $close + 1;
                    if ($at < $length && $text[$at] === '"') {
                        $cell .= '"';
                        $at++;
                    } else {
                        break;
                    }
                }
                $rest = strcspn($text, $this->separator, $at);
                if (trim(substr($text, $at, $rest)) !== '') {
                    return $isHeader
                        ? null
                        : 'In cell '.(count($cells) + 1)
                            .' a quote is closed and more text follows. Double the quotes that belong to the text.';
                }
                $at += $rest;
            } else {
                // A quote in the middle of a plain cell, such as inches, is text.
                $size = strcspn($text, $this->separator, $at);
                $cell = substr($text, $at, $size);
                $at += $size;
            }
            $cells[] = $cell;
            if ($at >= $length) {
                return $cells;
            }
            $at++;
            if ($at === $length) {
                return [...$cells, ''];
            }
        }
    }
}
