<?php

declare(strict_types=1);

namespace Skarvo\Updates;

/** A place in somebody's own words: "Havre" is at "Havre quay", and "the quay of Havre" is too; part of a word is not. */
final class Place
{
    /** @param  list<string>  $places */
    public static function isAmong(string $place, array $places): bool
    {
        $asked = self::plain($place);
        foreach ($places as $one) {
            $plain = self::plain($one);
            if ($plain !== '' && $asked !== '' && (str_contains(" $asked ", " $plain ") || str_contains(" $plain ", " $asked "))) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<string>  $places
     * @return list<string> those of them that a text names
     */
    public static function namedIn(string $text, array $places): array
    {
        $text = self::plain($text);

        return array_values(array_filter($places, static function (string $one) use ($text): bool {
            $plain = self::plain($one);

            return $plain !== '' && str_contains(" $text ", " $plain ");
        }));
    }

    private static function plain(string $place): string
    {
        return trim((string) preg_replace('/[^\p{L}\p{N}]+/u', ' ', mb_strtolower($place)));
    }
}
