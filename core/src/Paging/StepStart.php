<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Time\Instant;
use Skarvo\Value\Must;

/** A step that began, or was skipped because it named nobody. */
final readonly class StepStart
{
    /**
     * @param  int  $at  seconds since the epoch
     * @param  list<string>  $people  named and not passed over; empty when skipped
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public int $at, public int $round, public int $step, public array $people)
    {
        Must::atLeast(1, $round, 'The round of a step');
        Must::atLeast(1, $step, 'The number of a step');
    }

    /** @return array{at: string, round: int, step: int, people: list<string>} */
    public function toArray(): array
    {
        return ['at' => Instant::format($this->at), 'round' => $this->round, 'step' => $this->step, 'people' => $this->people];
    }
}
