<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Suggest;

/** A value that a field of a ticket may have. */
final readonly class Suggestion
{
    /**
     * @param  float  $score  0 to 1: its share of what speaks for the values of the field
     * @param  list<string>  $because  words as they were written, and `at PLACE`, that speak for it, strongest first; none where it is only
     *      the commonest
     */
    public function __construct(public string $value, public float $score, public array $because) {}
}
