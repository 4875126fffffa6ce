<?php

declare(strict_types=1);

namespace Tests\Walks;

/** Values that no field expects: each a kind of mistake, or of malice. */
final class WrongValues
{
    /** @return array<string, string> those that can be typed, put into an address or into a form; bytes that are no text among them */
    public static function texts(): array
    {
        return [
            'nothing' => '', 'white space' => " \t ", 'zero' => '0', 'minus one' => '-1', 'a half' => '0.5',
            'past a number' => '9223372036854775808', 'a large power' => '1e18', 'past a float' => '1e400', 'no number' => 'NaN',
            'null in words' => 'null', 'true in words' => 'true', 'an empty list in words' => '[]',
            'an object in words' => '{"a":1}', 'half of an object' => '{"a":', 'a deep list in words' => str_repeat('[', 600),
            'a percent sign' => '%', 'an underscore' => '_', 'a backslash' => '\\', 'quotes' => "'\"`",
            'a statement' => "'; drop table items --", 'markup' => '<script>alert(1)</script>', 'a template' => '{{7*7}}${7*7}',
            'a path' => '../../../../etc/passwd',
            'a day that is none' => '2026-02-30', 'a month that is none' => '2026-13-01', 'long ago' => '1900-01-01',
            'year one' => '0001-01-01T00:00:00Z', 'the end of years' => '9999-12-31T23:59:59Z', 'year zero' => '0000-00-00',
            'a year too long' => '12026-01-01', 'a time of no day' => '25:61',
            'a duration' => 'PT5M', 'a long duration' => 'P99999999999Y', 'a word for a time' => 'tomorrow',
            'an epoch' => '@99999999999999', 'seconds' => '1772524800', 'milliseconds' => '1772524800000',
            'a zone' => 'Mars/Olympus',
            'the NUL' => "\0", 'a text with NUL' => "a\0b", 'a control' => "a\x1b[31mb", 'a line break' => "a\r\nBcc: x@y.z",
            'broken UTF-8' => "\xC3\x28", 'a cut letter' => "caf\xC3", 'latin 1' => "K\xF8ye",
            'a surrogate in bytes' => "\xED\xA0\x80", 'an overlong slash' => "\xC0\xAF", 'UTF-16' => "\xFF\xFEa\0",
            'right to left' => "\u{202E}gnp.exe", 'marks upon marks' => 'a'.str_repeat("\u{0301}", 400),
            'a flag' => "\u{1F1F3}\u{1F1F4}\u{1F468}\u{200D}\u{1F692}", 'a noncharacter' => "\u{FFFF}",
            'a byte order mark' => "\u{FEFF}x", 'ten thousand letters' => str_repeat('x', 10_000),
            'a word without end' => str_repeat('ß', 3_000), 'many lines' => str_repeat("x\n", 2_000),
        ];
    }

    /** @return array<string, mixed> those that need brackets in an address, or JSON */
    public static function shapes(): array
    {
        $deep = 'x';
        for ($n = 0; $n < 12; $n++) {
            $deep = [$deep];
        }

        return [
            'an empty list' => [], 'a list' => ['x'], 'a list of nothing' => [''], 'a map' => ['a' => 'b'],
            'a list of lists' => [['x']], 'a list of maps' => [['id' => ['x']]], 'a deep list' => $deep,
            'a list of broken bytes' => ["\xC3\x28"],
            'a list of 1e18' => ['1e18'], 'a map with a broken name' => ["\xC3\x28" => 'x'],
            'a map with dots' => ['a.b' => ['c.*' => 'd']], 'a long list' => array_fill(0, 600, 'x'),
        ];
    }

    /** @return array<string, mixed> those that only JSON has */
    public static function json(): array
    {
        return [
            'null' => null, 'true' => true, 'false' => false, 'the number zero' => 0, 'a negative number' => -1,
            'the largest number' => PHP_INT_MAX, 'the number 1e18' => 1e18, 'a number with a point' => 1.5,
            'an empty object' => new \stdClass, 'a list of null' => [null], 'a list of numbers' => [1, 1e18, -1],
            'an object in a list' => [(object) ['a' => (object) []]],
        ];
    }
}
