<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Suggest;

use Skarvo\Tickets\Related\Meaning;

/**
 * Texts that say about the same: the cosine of their marks (words by their stems, and the families that they belong to at
 * half their weight), where what stands in few texts counts more (inverse document frequency).
 */
final class Similar
{
    /** From so alike on, a text is told. */
    public const ALIKE = 0.15;

    private const FAMILY = 0.5;

    /**
     * @param  array<int, string>  $texts  by id
     * @return array<int, float> by id, the most alike first, from ALIKE to 1
     */
    public static function to(string $text, array $texts, int $most): array
    {
        $meaning = new Meaning([], [], []);
        $marks = array_map(static fn(string $one): array => self::marks($one, $meaning), $texts);
        $asked = self::marks($text, $meaning);
        $often = [];
        foreach ([...$marks, $asked] as $of) {
            foreach ($of as $mark => $_) {
                $often[$mark] = ($often[$mark] ?? 0) + 1;
            }
        }
        $all = count($texts) + 1;
        $rare = array_map(static fn(int $times): float => log(1 + $all / $times), $often);
        $asked = self::weighed($asked, $rare);
        $alike = [];
        foreach ($marks as $id => $of) {
            $weighed = self::weighed($of, $rare);
            $product = 0.0;
            foreach ($asked as $mark => $weight) {
                $product += $weight * ($weighed[$mark] ?? 0.0);
            }
            $lengths = sqrt(self::square($asked) * self::square($weighed));
            if ($lengths > 0 && $product / $lengths >= self::ALIKE) {
                $alike[$id] = min(1.0, $product / $lengths);
            }
        }
        uksort($alike, static fn(int $a, int $b): int => $alike[$b] <=> $alike[$a] ?: $b <=> $a);

        return array_slice($alike, 0, $most, true);
    }

    /**
     * @param  array<array-key, float>  $of
     * @param  array<array-key, float>  $rare
     * @return array<array-key, float>
     */
    private static function weighed(array $of, array $rare): array
    {
        foreach ($of as $mark => $share) {
            $of[$mark] = $share * $rare[$mark];
        }

        return $of;
    }

    /** @param  array<array-key, float>  $of */
    private static function square(array $of): float
    {
        return array_sum(array_map(static fn(float $one): float => $one ** 2, $of));
    }

    /** @return array<array-key, float> */
    private static function marks(string $text, Meaning $meaning): array
    {
        $words = array_values(array_unique($meaning->words($text)));
        $marks = array_fill_keys($words, 1.0);
        foreach ($meaning->of($words) as $family => $share) {
            if ($family !== '') {
                $marks["~$family"] = self::FAMILY * $share;
            }
        }

        return $marks;
    }
}
