<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** What is known of an incident, as tickets are compared with it. */
final readonly class IncidentFacts
{
    /** Words of a title count in full, those of a text or of what is hit less. */
    private const OF_TEXT = 0.5;

    private const OF_HIT = 0.8;

    /**
     * @param  array<string, float>  $about  how much it is about each family of words, up to one
     * @param  array<array-key, true>  $words  that stand in its title or text
     * @param  array<array-key, true>  $near  what it names, what that needs, and what needs it
     * @param  array<string, true>  $places  by their stems
     */
    private function __construct(
        public KnownIncident $incident, public array $about, public array $words, public array $near, public array $places,
    ) {}

    public static function of(KnownIncident $incident, Meaning $meaning, WhoNeedsWhom $needs): self
    {
        $own = [...$incident->services, ...$incident->items];
        $hit = $needs->above($own);
        $names = [[1.0, $meaning->words($incident->title)], [self::OF_TEXT, $meaning->words($incident->text)]];
        foreach ($incident->services as $id) {
            $names[] = [1.0, self::wordsOfId($id)];
        }
        foreach (array_keys($hit) as $id) {
            $names[] = [self::OF_HIT, self::wordsOfId((string) $id)];
        }
        $about = [];
        foreach ($names as [$weight, $words]) {
            foreach ($meaning->of($words) as $family => $share) {
                if ($family !== '') {
                    $about[$family] = max($about[$family] ?? 0.0, min(1.0, 1.5 * $share) * $weight);
                }
            }
        }

        return new self(
            $incident, $about, array_fill_keys($meaning->words("$incident->title $incident->text"), true), $needs->below($own) + $hit,
            array_fill_keys(array_map(Tokens::ofPlace(...), $incident->places), true),
        );
    }

    public function namesAnything(): bool
    {
        return $this->incident->services !== [] || $this->incident->items !== [];
    }

    /** @return list<string> */
    private static function wordsOfId(string $id): array
    {
        return Tokens::of(strtr($id, '-_.', '   '));
    }
}
