<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Suggest;

use Skarvo\Tickets\Related\Meaning;
use Skarvo\Tickets\Related\Tokens;

/**
 * What service, item, team, impact, urgency and kind a ticket has, from its words and its place, by how past tickets were
 * settled.
 *
 * Each mark of a ticket adds how much more often it was seen with a value than elsewhere (weights of evidence, as in naive
 * Bayes, with the presence of a word counted once and a prior that a rare word says nothing). Besides its words a ticket has
 * the word families that they belong to, so that a phrase nobody used before is taken for what it means; and the names of
 * values count as if they had been said. Evidence of words that come together is not independent: it is damped.
 */
final class Suggester
{
    /** So many values of a field are told. */
    private const CHOICES = 3;

    /** So many reasons. */
    private const REASONS = 4;

    /** For how many tickets the name of a value counts. */
    private const NAME = 3.0;

    private const DOUBT_WORD = 3.0;

    private const DOUBT_FAMILY = 2.0;

    /** How much a family says beside a word that was seen itself. */
    private const FAMILY = 7.0;

    private const PLACE = 0.7;

    private const COMMON = 0.6;

    /** Words that come together say less than their sum: by this, shares are as high as suggestions are right. */
    private const DAMPED = 0.3;

    /** How bad it is, is hardly in the words. */
    private const FAINT = ['impact' => 0.1, 'urgency' => 0.1];

    /** What speaks for a value by less is no reason. */
    private const LEAST = 0.15;

    private readonly Meaning $meaning;

    /** @var array<string, Sightings> by field */
    private array $sightings = [];

    /**
     * @param  list<SettledTicket>  $past
     * @param  array<string, array<array-key, string>>  $names  by field and value what people call it; values that no ticket had are known
     *      by it
     * @param  list<string>  $places
     */
    public function __construct(array $past, array $names, array $places)
    {
        // Words of the past are spelled well if they were used by two.
        $often = array_count_values(array_merge(...array_map(
            static fn(SettledTicket $one): array => array_values(array_unique(Tokens::of($one->text))), $past,
        )));
        $words = array_map(strval(...), array_keys(array_filter($often, static fn(int $times): bool => $times > 1)));
        $this->meaning = new Meaning(
            [], [...array_merge(...array_values(array_map(array_values(...), $names))), implode(' ', $words)], $places,
        );
        foreach ($names as $field => $values) {
            foreach ($values as $value => $name) {
                $this->sightingsOf($field)->add((string) $value, $this->marks($name, null), self::NAME);
            }
        }
        foreach ($past as $one) {
            $marks = $this->marks($one->text, $one->place);
            foreach ($one->settled as $field => $value) {
                $this->sightingsOf($field)->add($value, $marks, 1);
            }
        }
    }

    /** @return array<string, list<Suggestion>> by field, likeliest first */
    public function of(string $text, ?string $place): array
    {
        $written = [];
        foreach ($this->meaning->pairs($text) as [$stem, $word]) {
            $written[$stem] ??= $word;
        }
        $marks = $this->marks($text, $place);
        $suggested = [];
        foreach ($this->sightings as $field => $sightings) {
            $suggested[$field] = $this->choices($sightings, $marks, $written, self::FAINT[$field] ?? self::DAMPED);
        }

        return $suggested;
    }

    /**
     * @param  array<array-key, float>  $marks
     * @param  array<array-key, string>  $written  words by their stems
     * @return list<Suggestion>
     */
    private function choices(Sightings $sightings, array $marks, array $written, float $damped): array
    {
        $scores = $reasons = [];
        foreach ($sightings->values() as $value) {
            $evidence = 0.0;
            foreach ($marks as $mark => $share) {
                $speaks = $share * self::weigh((string) $mark, $value, $sightings);
                $evidence += $speaks;
                if ($speaks > self::LEAST && ! str_starts_with((string) $mark, '~')) {
                    $reasons[$value][(string) $mark] = $speaks;
                }
            }
            foreach ($written as $stem => $_) {
                $speaks = 0.0;
                foreach ($this->meaning->ofWord((string) $stem) as $family => $share) {
                    $speaks += self::FAMILY * $share ** 2 * $sightings->speaks("~$family", $value, self::DOUBT_FAMILY);
                }
                if ($speaks > self::LEAST) {
                    $reasons[$value][(string) $stem] = ($reasons[$value][(string) $stem] ?? 0.0) + $speaks / count($written);
                }
            }
            $scores[$value] = self::COMMON * $sightings->common($value) + $damped * $evidence;
        }
        if ($scores === []) {
            return [];
        }
        $highest = max($scores);
        $shares = array_map(static fn(float $score): float => exp($score - $highest), $scores);
        $all = array_sum($shares);
        uksort(
            $shares,
            static fn(
                int|string $a, int|string $b,
            ): int => round($shares[$b] / $all, 3) <=> round($shares[$a] / $all, 3) ?: strcmp((string) $a, (string) $b),
        );

        return array_map(
            fn(int|string $value): Suggestion => new Suggestion(
                (string) $value, $shares[$value] / $all, self::told($reasons[$value] ?? [], $written),
            ),
            array_slice(array_keys($shares), 0, self::CHOICES),
        );
    }

    private static function weigh(string $mark, string $value, Sightings $sightings): float
    {
        return match ($mark[0]) {
            '~' => self::FAMILY * $sightings->speaks($mark, $value, self::DOUBT_FAMILY),
            '@' => self::PLACE * $sightings->speaks($mark, $value, self::DOUBT_FAMILY),
            default => $sightings->speaks($mark, $value, self::DOUBT_WORD),
        };
    }

    /**
     * @param  array<array-key, float>  $reasons  by mark
     * @param  array<array-key, string>  $written
     * @return list<string>
     */
    private static function told(array $reasons, array $written): array
    {
        arsort($reasons);

        return array_values(array_unique(array_map(
            static fn(string $mark): string => $mark[0] === '@' ? 'at '.substr($mark, 1) : $written[$mark] ?? $mark,
            array_map(strval(...), array_slice(array_keys($reasons), 0, self::REASONS)),
        )));
    }

    /** @return array<array-key, float> words by their stems, `@place`, and `~family` with its share */
    private function marks(string $text, ?string $place): array
    {
        $words = array_values(array_unique($this->meaning->words($text)));
        $marks = array_fill_keys($words, 1.0);
        if ($place !== null && $place !== '') {
            $marks["@$place"] = 1.0;
        }
        foreach ($this->meaning->of($words) as $family => $share) {
            if ($family !== '') {
                $marks["~$family"] = $share;
            }
        }

        return $marks;
    }

    private function sightingsOf(string $field): Sightings
    {
        return $this->sightings[$field] ??= new Sightings;
    }
}
