<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Suggest;

/** What in a pasted text may name one thing: host names, addresses, serial numbers, error codes. */
final class Identifiers
{
    /** Of a page of output the first are looked at. */
    private const MOST = 200;

    private const SHORTEST = 3;

    private const SHORTEST_NUMBER = 6;

    /** @return list<string> in lower case, each once, in the order of the text */
    public static function in(string $text): array
    {
        preg_match_all('/[\p{L}\p{N}]+(?:[._:\/@-]+[\p{L}\p{N}]+)*/u', $text, $found);
        $names = [];
        foreach ($found[0] as $word) {
            $word = mb_strtolower($word);
            foreach ([$word, ...(preg_split('/[:\/@]+/', $word) ?: [])] as $name) {
                // A time, a year or a port is no name.
                $isFigure = ctype_digit($name) && strlen($name) < self::SHORTEST_NUMBER;
                if (
                    ! $isFigure && mb_strlen($name) >= self::SHORTEST && preg_match('/\p{N}|[\p{L}\p{N}][._-][\p{L}\p{N}]/u', $name) === 1
                ) {
                    $names[$name] = true;
                }
            }
        }

        return array_map(strval(...), array_slice(array_keys($names), 0, self::MOST));
    }
}
