<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** Where a ticket belongs, as far as can be said. */
final readonly class Placement
{
    /**
     * @param  string|null  $best  an incident, or null where none is likely enough
     * @param  list<Choice>  $choices  best first, three at most
     */
    public function __construct(public string $ticket, public ?string $best, public array $choices) {}

    /** @return array<string, mixed> as the contract of related says */
    public function toArray(): array
    {
        return ['ticket' => $this->ticket, 'best' => $this->best, 'choices' => array_map(static fn(Choice $one): array => [
            'incident' => $one->incident, 'score' => round($one->score, 3), 'because' => $one->because,
        ], $this->choices)];
    }
}
