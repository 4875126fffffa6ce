<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

/**
 * Cells that spreadsheets would take for formulas (CWE-1236): an apostrophe is put before them on the way out, and
 * before those that have one already, and taken off on the way in. So every text comes back as it was.
 */
final class CsvCell
{
    private const OUT = "/^'*[=+\\-@\\t\\r]/";

    private const IN = "/^'+[=+\\-@\\t\\r]/";

    public static function guarded(string $text): string
    {
        return preg_match(self::OUT, $text) === 1 ? "'$text" : $text;
    }

    public static function plain(string $cell): string
    {
        return preg_match(self::IN, $cell) === 1 ? substr($cell, 1) : $cell;
    }
}
