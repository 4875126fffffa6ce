<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Notes;

/** A note as it is seen on another ticket. */
final readonly class Copy
{
    /** @param  non-empty-list<string>  $by  the way on which it came: tickets from its own to this one */
    public function __construct(public string $ticket, public Note $note, public array $by) {}

    /** @return array{ticket: string, note: string, visibility: string, by: non-empty-list<string>} as the contract of copies says */
    public function toArray(): array
    {
        return ['ticket' => $this->ticket, 'note' => $this->note->id, 'visibility' => $this->note->visibility->value, 'by' => $this->by];
    }
}
