<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** An incident to which a ticket may belong, and how likely that is. */
final readonly class Choice
{
    /**
     * @param  float  $score  0 to 1
     * @param  non-empty-list<string>  $because  what speaks for it, strongest first
     */
    public function __construct(public string $incident, public float $score, public array $because) {}
}
