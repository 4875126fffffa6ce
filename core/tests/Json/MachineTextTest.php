<?php

declare(strict_types=1);

namespace Skarvo\Tests\Json;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\MachineText;

final class MachineTextTest extends TestCase
{
    public function test_what_is_no_text_is_replaced_and_the_rest_stays(): void
    {
        self::assertSame("K\u{FFFD}ye", MachineText::mended("K\xF8ye"));
        self::assertSame("a\u{FFFD}b", MachineText::mended("a\0b"));
        self::assertSame('Køye 🚢', MachineText::mended('Køye 🚢'));
    }

    public function test_escapes_of_halves_and_of_nothing_are_replaced_and_whole_ones_stay(): void
    {
        $read = static fn(string $json): mixed => json_decode(MachineText::mendedJson($json), true, 8, JSON_THROW_ON_ERROR);

        self::assertSame("a\u{FFFD}b", $read('"a\ud800b"'));
        self::assertSame("\u{FFFD}\u{FFFD}", $read('"\udc00\ud800"'));
        self::assertSame('🚢', $read('"\ud83d\udea2"'));
        self::assertSame("\u{FFFD}🚢", $read('"\uD800\ud83d\uDEA2"'));
        self::assertSame("x\u{FFFD}", $read('"x\u0000"'));
        self::assertSame(["\u{FFFD}a" => 1], $read('{"\u0000a": 1}'));
        // A backslash that is itself written as an escape begins none.
        self::assertSame('\ud800 \u0000', $read('"\\\\ud800 \\\\u0000"'));
        self::assertSame("\\\u{FFFD}", $read('"\\\\\ud800"'));
    }

    public function test_whatever_bytes_come_the_outcome_is_text_and_text_stays_as_it_is(): void
    {
        $random = new Randomizer(new Mt19937(11));
        for ($n = 0; $n < 2000; $n++) {
            $bytes = $random->getBytes($random->getInt(1, 40));
            $mended = MachineText::mended($bytes);
            self::assertTrue(mb_check_encoding($mended, 'UTF-8') && ! str_contains($mended, "\0"));
            self::assertSame($mended, MachineText::mended($mended));
            $json = json_encode(mb_substr($mended, 0, 20), JSON_THROW_ON_ERROR);
            self::assertSame($json, MachineText::mendedJson($json));
        }
    }
}
