<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** What a ticket says, as it is compared with incidents and with other tickets. */
final readonly class TicketFacts
{
    /**
     * @param  list<string>  $words  that say something, each once
     * @param  array<string, float>  $about  shares of families of words, with what is not known under ''
     * @param  list<string>  $places  that it names, by their stems
     */
    private function __construct(public KnownTicket $ticket, public array $words, public array $about, public array $places) {}

    public static function of(KnownTicket $ticket, Meaning $meaning): self
    {
        $words = array_values(array_unique($meaning->words($ticket->text)));

        return new self(
            $ticket, $words, $meaning->of($words),
            $ticket->place !== null ? [Tokens::ofPlace($ticket->place)] : $meaning->placesIn($ticket->text),
        );
    }

    public function unknown(): float
    {
        return $this->about[''] ?? 0.0;
    }
}
