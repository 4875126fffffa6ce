<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Time\Intervals;

/** Who is on call over a range of time, where the gaps are, and how much each person carries. */
final readonly class Coverage
{
    /**
     * @param  non-empty-list<Segment>  $segments  cover the range from end to end, in order
     * @param  list<int>  $unusedOverrides  indexes of those that act nowhere in the range
     */
    public function __construct(public array $segments, public array $unusedOverrides) {}

    /**
     * With gaps where the layers name somebody who is on leave. Whoever is put in by an exception is in, as they were asked,
     * unless they have left for good.
     *
     * @param  list<Absence>  $absences  in any order; wishes make no gap
     */
    public function without(array $absences): self
    {
        $away = $gone = [];
        foreach ($absences as $absence) {
            if (! $absence->isWish) {
                $away[$absence->person][] = [$absence->from, $absence->to];
            }
            if ($absence->isGone) {
                $gone[$absence->person][] = [$absence->from, $absence->to];
            }
        }
        [$away, $gone] = [array_map(Intervals::of(...), $away), array_map(Intervals::of(...), $gone)];
        $segments = [];
        foreach ($this->segments as $segment) {
            $at = $segment->from;
            $theirs = $segment->override === null ? $away : $gone;
            $stretches = ($theirs[$segment->person ?? ''] ?? null)?->within($segment->from, $segment->to)->all ?? [];
            foreach ($stretches as [$from, $to]) {
                if ($at < $from) {
                    $segments[] = $segment->cut($at, $from);
                }
                $segments[] = new Segment($from, $to, null, null, null);
                $at = $to;
            }
            if ($at < $segment->to) {
                $segments[] = $segment->cut($at, $segment->to);
            }
        }
        $joined = [];
        foreach ($segments as $segment) {
            $last = end($joined);
            if ($last !== false && $last->to === $segment->from && $last->saysTheSameAs($segment)) {
                array_pop($joined);
                $segment = $segment->cut($last->from, $segment->to);
            }
            $joined[] = $segment;
        }

        return new self($joined ?: throw new \LogicException('A range of time has at least one segment.'), $this->unusedOverrides);
    }

    public function uncoveredSeconds(): int
    {
        return array_sum(array_map(static fn(Segment $s): int => $s->person === null ? $s->to - $s->from : 0, $this->segments));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $load = [];
        foreach ($this->segments as $segment) {
            if ($segment->person !== null) {
                $load[$segment->person] = ($load[$segment->person] ?? 0) + $segment->to - $segment->from;
            }
        }
        ksort($load, SORT_STRING);

        return [
            'segments' => array_map(static fn(Segment $s): array => $s->toArray(), $this->segments),
            'uncovered_seconds' => $this->uncoveredSeconds(),
            'unused_overrides' => $this->unusedOverrides,
            'load' => array_map(
                static fn(int|string $person, int $seconds): array => ['person' => (string) $person, 'seconds' => $seconds],
                array_keys($load), $load,
            ),
        ];
    }
}
