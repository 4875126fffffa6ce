<?php

declare(strict_types=1);

namespace Skarvo\Topology;

use Skarvo\Time\Intervals;

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
     *
     * @throws \DomainException if the span is none
     */
    public static function of(array $interruptions, int $from, int $to): self
    {
        if ($from >= $to) {
            throw new \DomainException('Availability is asked for a span of time.');
        }
        $apart = Intervals::of(array_map(
            static fn(array $one): array => [$one[0], max($one[0], $one[1] ?? $to)], $interruptions,
        ))->within($from, $to);

        return new self($apart->seconds(), $to - $from, count($apart->all));
    }

    /** @return float 0 to 1 */
    public function share(): float
    {
        return 1 - $this->down / $this->span;
    }
}
