<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Value\Must;

/** One step of a policy: whom to call, and how long to wait for an answer. */
final readonly class Step
{
    /**
     * @param  non-empty-list<StepTarget>  $targets
     * @param  int  $wait  seconds, more than zero
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public array $targets, public int $wait)
    {
        Must::some($targets, 'A step has a target at least.');
        // With no wait at all, and nobody to reach, a call would stand for ever.
        Must::atLeast(1, $wait, 'The wait of a step');
    }
}
