<?php

declare(strict_types=1);

namespace Skarvo\Json;

/**
 * What a machine sent, as text: bytes that are no UTF-8, the NUL, and halves of surrogate pairs that JSON can write
 * (RFC 8259, section 8.2) become U+FFFD each, so that the rest of it is not lost.
 */
final class MachineText
{
    private const SUBSTITUTE = "\u{FFFD}";

    /** An escape of JSON: a whole pair of surrogates, one code unit, or any other. */
    private const ESCAPE = '/\\\\(?:u[dD][89abAB][0-9a-fA-F]{2}\\\\u[dD][c-fC-F][0-9a-fA-F]{2}|u([0-9a-fA-F]{4})|.)/s';

    private const LONE = '/\\\\u(?:[dD][89a-fA-F]|0000)/';

    public static function mended(string $bytes): string
    {
        if (! mb_check_encoding($bytes, 'UTF-8')) {
            $before = mb_substitute_character();
            mb_substitute_character(0xFFFD);
            $bytes = mb_convert_encoding($bytes, 'UTF-8', 'UTF-8');
            mb_substitute_character($before);
        }

        return str_contains($bytes, "\0") ? str_replace("\0", self::SUBSTITUTE, $bytes) : $bytes;
    }

    /** The same of a text in JSON, in which escapes stand for such characters too. */
    public static function mendedJson(string $bytes): string
    {
        $text = self::mended($bytes);
        if (preg_match(self::LONE, $text) !== 1) {
            return $text;
        }

        return preg_replace_callback(self::ESCAPE, static function (array $found): string {
            $unit = isset($found[1]) ? hexdec($found[1]) : -1;

            return $unit === 0 || ($unit >= 0xD800 && $unit <= 0xDFFF) ? '\ufffd' : $found[0];
        }, $text) ?? $text;
    }
}
