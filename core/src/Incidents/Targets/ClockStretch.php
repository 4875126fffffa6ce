<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

/** A stretch of a ticket's life in which nothing changes for a clock but the time. */
final readonly class ClockStretch
{
    /**
     * @param  Target|null  $target  of the priority it has meanwhile
     * @param  bool  $counts  whether time in the target's hours counts
     * @param  int  $elapsedSeconds  what had counted when it began
     */
    public function __construct(
        public int $from, public int $to, public ?Target $target, public bool $counts, public int $elapsedSeconds,
    ) {}
}
