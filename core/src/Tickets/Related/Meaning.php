<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/**
 * What a text is about, in shares of the word families: what the families know beforehand, and what linked tickets of the
 * past say of their words (a Dirichlet prior of the former, counted up by the latter). A word that stands in few families
 * says more than one that stands in many.
 */
final class Meaning
{
    /** How many past tickets what a family knows beforehand is worth. */
    private const BEFOREHAND = 3.0;

    /** @var array<array-key, array<string, float>> by stem: how much it speaks for each family */
    private array $shares;

    private readonly Spelling $spelling;

    /** @var array<string, true> */
    private array $places = [];

    /**
     * @param  list<PastTicket>  $past
     * @param  list<string>  $titles  of incidents, whose words are spelled well
     * @param  list<string>  $places
     */
    public function __construct(array $past, array $titles, array $places)
    {
        $beforehand = WordFamilies::shares();
        $counts = array_map(
            static fn(array $families): array => array_map(static fn(float $share): float => self::BEFOREHAND * $share, $families),
            $beforehand,
        );
        $words = array_keys($beforehand);
        foreach ([...$titles, ...array_map(static fn(PastTicket $one): string => $one->words, $past)] as $title) {
            array_push($words, ...Tokens::of($title));
        }
        $said = array_map(static fn(PastTicket $one): array => array_values(array_unique(Tokens::of($one->text))), $past);
        $often = array_count_values(array_merge(...$said));
        foreach ($often as $word => $times) {
            if ($times > 1) {
                $words[] = (string) $word;
            }
        }
        foreach ($places as $place) {
            $this->places[Tokens::stem(mb_strtolower($place))] = true;
        }
        $this->spelling = new Spelling([...array_map(strval(...), $words), ...array_map(strval(...), array_keys($this->places))]);
        foreach ($past as $one) {
            $about = self::summed($beforehand, $this->words($one->words));
            foreach (array_unique($this->words($one->text)) as $word) {
                foreach ($about as $family => $share) {
                    $counts[$word][$family] = ($counts[$word][$family] ?? 0.0) + $share;
                }
            }
        }
        $this->shares = array_map(static function (array $families): array {
            $all = array_sum($families);
            // Half a count for families that it was never seen with: few sightings prove little.
            return array_map(static fn(float $count): float => $count / ($all + 0.5), $families);
        }, $counts);
    }

    /** @return list<string> the words of a text as they should have been spelled, by their stems, without places */
    public function words(string $text): array
    {
        return array_column($this->pairs($text), 0);
    }

    /** @return list<array{string, string}> the same, each with the word as it was written */
    public function pairs(string $text): array
    {
        $pairs = [];
        foreach (Tokens::pairs($text) as [$stem, $written]) {
            $stem = $this->spelling->of($stem);
            if (! isset($this->places[$stem])) {
                $pairs[] = [$stem, $written];
            }
        }

        return $pairs;
    }

    /** @return list<string> places that a text names, as stems */
    public function placesIn(string $text): array
    {
        return array_values(array_filter(
            array_map($this->spelling->of(...), Tokens::of($text)), fn(string $word): bool => isset($this->places[$word]),
        ));
    }

    /**
     * @param  list<string>  $words
     * @return array<string, float> shares of families, with what is not known under ''
     */
    public function of(array $words): array
    {
        return self::summed($this->shares, $words);
    }

    /** @return array<string, float> how much one word speaks for each family */
    public function ofWord(string $word): array
    {
        return $this->shares[$word] ?? [];
    }

    /**
     * @param  array<array-key, array<string, float>>  $shares
     * @param  list<string>  $words
     * @return array<string, float>
     */
    private static function summed(array $shares, array $words): array
    {
        $sum = [];
        $strange = 0;
        foreach (array_unique($words) as $word) {
            $strange += (int) ! isset($shares[$word]);
            foreach ($shares[$word] ?? [] as $family => $share) {
                // Squared: one clear word outweighs several that could mean anything.
                $sum[$family] = ($sum[$family] ?? 0.0) + $share ** 2;
            }
        }
        $all = array_sum($sum);
        if ($all <= 0) {
            return ['' => 1.0];
        }
        $sharp = array_map(static fn(float $one): float => $one ** 1.5, $sum);
        // Words that nobody knows may well be what it is about.
        $known = $all / ($all + 0.15 + 0.12 * $strange);
        $total = array_sum($sharp);
        $told = array_map(static fn(float $one): float => $known * $one / $total, $sharp);

        return [...$told, '' => 1 - $known];
    }
}
