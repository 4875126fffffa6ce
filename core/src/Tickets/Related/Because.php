<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** What speaks for a ticket belonging to an incident, in words. */
final readonly class Because
{
    private const WORDS = 4;

    /** A word speaks for an incident if it, and the incident, are about the same to this share. */
    private const CLEARLY = 0.3;

    /** From here on, tickets are said to be worded alike. */
    private const ALIKE = 0.6;

    public function __construct(private Meaning $meaning) {}

    /**
     * @param  array<int, float>  $alike  how alike others are worded
     * @return non-empty-list<string> strongest first
     */
    public function told(TicketFacts $said, IncidentFacts $facts, array $alike): array
    {
        [$ticket, $incident] = [$said->ticket, $facts->incident];
        $because = [];
        if ($ticket->service !== null && isset($facts->near[$ticket->service])) {
            $because[] = "service $ticket->service";
        }
        if ($ticket->item !== null && isset($facts->near[$ticket->item])) {
            $because[] = "item $ticket->item";
        }
        $words = array_filter($said->words, fn(string $word): bool => isset($facts->words[$word]) || $this->isAbout($word, $facts));
        if ($words !== []) {
            // As they were written, not as they were understood.
            $written = array_column($this->meaning->pairs($ticket->text), 1, 0);
            $because[] = implode(', ', array_map(
                static fn(string $word): string => $written[$word] ?? $word, array_slice(array_values($words), 0, self::WORDS),
            ));
        }
        foreach ($incident->places as $place) {
            if (in_array(Tokens::ofPlace($place), $said->places, true)) {
                $because[] = "place $place";
            }
        }
        $like = count(array_filter($alike, static fn(float $one): bool => $one > self::ALIKE));
        if ($like > 0) {
            $because[] = $like === 1 ? 'worded like one other ticket' : "worded like $like other tickets";
        }
        $minutes = intdiv(abs($ticket->at - $incident->beganAt), 60);

        return [...$because, "$minutes min ".($ticket->at < $incident->beganAt ? 'before' : 'after').' it began'];
    }

    private function isAbout(string $word, IncidentFacts $facts): bool
    {
        foreach ($this->meaning->ofWord($word) as $family => $share) {
            if ($share > self::CLEARLY && ($facts->about[$family] ?? 0.0) > self::CLEARLY) {
                return true;
            }
        }

        return false;
    }
}
