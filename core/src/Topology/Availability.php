<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** How much of a span of time a service was there, by its interruptions: those that overlap count once. */
final readonly class Availability
{
    /**
     * @param  int  $down  seconds, as $span
     * @param  int  $interruptions  stretches that are apart from each other
     */
    private function __construct(public int $down, public int $span, public int $interruptions) {}

    /**
     * @param  list<array{int, int|null}>  $interruptions  from and to in seconds since the epoch, in any order; null: not over
     * @param  int  $from  seconds since the epoch; $to is later
     */
    public static function of(array $interruptions, int $from, int $to): self
    {
        sort($interruptions);
        $down = $stretches = 0;
        $reached = $from;
        $lastEnd = null;
        foreach ($interruptions as [$begin, $end]) {
            $begin = max($begin, $reached);
            $end = min($end ?? $to, $to);
            if ($end > $begin) {
                $stretches += $begin === $lastEnd ? 0 : 1;
                $lastEnd = $end;
                $down += $end - $begin;
                $reached = $end;
            }
        }

        return new self($down, $to - $from, $stretches);
    }

    /** @return float 0 to 1 */
    public function share(): float
    {
        return 1 - $this->down / max(1, $this->span);
    }
}
