<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

use Skarvo\Time\Intervals;

/** Something that forbids the work at some times: windows outside of which it may not lie, or times with which it may not overlap. */
final readonly class Constraint
{
    private function __construct(public ConstraintKind $kind, public string $name, private Intervals $times, private bool $inside) {}

    /** The work has to lie inside one of them for its whole length. */
    public static function within(string $name, Intervals $windows): self
    {
        return new self(ConstraintKind::Windows, $name, $windows, true);
    }

    /** The work may not overlap any of them. */
    public static function outside(ConstraintKind $kind, string $name, Intervals $times): self
    {
        return new self($kind, $name, $times, false);
    }

    /** How much of a range it forbids by itself. */
    public function blockedSeconds(int $from, int $to): int
    {
        return array_sum(array_map(static fn(array $one): int => $one[1] - $one[0], $this->forbidden($from, $to)));
    }

    /** @return list<array{int, int}> when in a range no work may be, in order, each apart from the next */
    public function forbidden(int $from, int $to): array
    {
        $times = $this->times->within($from, $to)->all;
        if (! $this->inside) {
            return $times;
        }
        $found = [];
        foreach ([...$times, [$to, $to]] as [$opens, $closes]) {
            if ($opens > $from) {
                $found[] = [$from, $opens];
            }
            $from = $closes;
        }

        return $found;
    }

    /**
     * The instants in a range at which work of some length may not start.
     *
     * @param  int  $last  the last instant of the range, which belongs to it
     * @return list<array{int, int}> in order, each apart from the next
     */
    public function forbidsStarts(int $seconds, int $first, int $last): array
    {
        $found = [];
        if (! $this->inside) {
            foreach ($this->times->all as [$from, $to]) {
                $found[] = [$from - $seconds + 1, $to];
            }

            return Intervals::of($found)->within($first, $last + 1)->all;
        }
        // In a window that just holds the work there is one instant at which it may start.
        $open = $first;
        foreach ($this->times->all as [$from, $to]) {
            if ($to - $from < $seconds || $to - $seconds < $first || $from > $last) {
                continue;
            }
            if ($from > $open) {
                $found[] = [$open, $from];
            }
            $open = $to - $seconds + 1;
        }
        if ($open <= $last) {
            $found[] = [$open, $last + 1];
        }

        return $found;
    }
}
