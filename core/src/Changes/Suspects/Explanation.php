<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

/** How a change may be behind what is seen. */
final readonly class Explanation
{
    /**
     * @param  float  $weight  natural logarithm; all ways in which the change may have done it, together
     * @param  list<int>  $items  of the change, as the likeliest way has it
     * @param  array<int, int>  $hit  what that would hit: rank by item
     */
    public function __construct(public float $weight, public array $items, public array $hit) {}
}
