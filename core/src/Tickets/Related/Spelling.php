<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/**
 * Takes a word that was mistyped for the known one that it is one slip away from: a letter too many, missing, wrong or out
 * of turn. Known words are found by what is left of them without one letter (symmetric deletion, W. Garbe 2012).
 */
final class Spelling
{
    private const SHORTEST = 4;

    /** @var array<array-key, true> */
    private array $known = [];

    /** @var array<array-key, list<string>> known words by what is left without one letter */
    private array $left = [];

    /** @param  iterable<string>  $words */
    public function __construct(iterable $words)
    {
        foreach ($words as $word) {
            if (isset($this->known[$word])) {
                continue;
            }
            $this->known[$word] = true;
            foreach (strlen($word) >= self::SHORTEST ? self::without($word) : [] as $rest) {
                $this->left[$rest][] = $word;
            }
        }
    }

    public function of(string $word): string
    {
        if (isset($this->known[$word]) || strlen($word) < self::SHORTEST) {
            return $word;
        }
        $found = [...(strlen($word) > self::SHORTEST ? $this->left[$word] ?? [] : [])];
        foreach (self::without($word) as $rest) {
            if (isset($this->known[$rest]) && strlen($rest) >= self::SHORTEST) {
                $found[] = $rest;
            }
            foreach ($this->left[$rest] ?? [] as $one) {
                // Left alike by different letters at different places is two slips, unless they changed places.
                if (levenshtein($one, $word) === 1 || strlen($one) === strlen($word) && count_chars($one, 1) === count_chars($word, 1)) {
                    $found[] = $one;
                }
            }
        }
        sort($found, SORT_STRING);

        return $found[0] ?? $word;
    }

    /** @return list<string> */
    private static function without(string $word): array
    {
        $rests = [];
        for ($i = 0, $length = strlen($word); $i < $length; $i++) {
            $rests[] = substr($word, 0, $i).substr($word, $i + 1);
        }

        return array_values(array_unique($rests));
    }
}
