<?php

declare(strict_types=1);

namespace Skarvo\Rota;

/** Who is on call over a range of time, where the gaps are, and how much each person carries. */
final readonly class Coverage
{
    /**
     * @param  non-empty-list<Segment>  $segments  cover the range from end to end, in order
     * @param  list<int>  $unusedOverrides  indexes of those that act nowhere in the range
     */
    public function __construct(public array $segments, public array $unusedOverrides) {}

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
