<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Time\Intervals;

/** When items are quiet: stretches of time, half-open, in which they open no alerts. */
final class QuietTimes
{
    /** @var array<array-key, Intervals> by item */
    private array $times;

    /** @param  array<array-key, list<array{int, int}>>  $intervals  from and to, by item, in any order */
    public function __construct(array $intervals)
    {
        $this->times = array_map(Intervals::of(...), $intervals);
    }

    public function isQuiet(?string $item, int $at): bool
    {
        return $this->nextLoud($item, $at) !== $at;
    }

    /** The first instant from then on at which the item is not quiet. */
    public function nextLoud(?string $item, int $at): int
    {
        return $item === null || ! isset($this->times[$item]) ? $at : $this->times[$item]->after($at);
    }

    /** The next instant after then at which the item becomes quiet or stops being so. */
    public function nextEdge(?string $item, int $after): ?int
    {
        return $item === null || ! isset($this->times[$item]) ? null : $this->times[$item]->nextEdge($after);
    }
}
