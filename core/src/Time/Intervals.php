<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** Stretches of time as a set of instants: in order, half-open, each apart from the next. Whole seconds, of any count. */
final readonly class Intervals
{
    /** @param  list<array{int, int}>  $all */
    private function __construct(public array $all) {}

    /**
     * @param  iterable<array{int, int}>  $stretches  from and to, in any order; those that overlap or touch become one, empty ones none
     *
     * @throws \DomainException if one ends before it begins
     */
    public static function of(iterable $stretches): self
    {
        $list = [];
        foreach ($stretches as [$from, $to]) {
            if ($to < $from) {
                throw new \DomainException("A stretch of time cannot end ($to) before it begins ($from).");
            }
            if ($from < $to) {
                $list[] = [$from, $to];
            }
        }
        sort($list);
        $all = [];
        foreach ($list as [$from, $to]) {
            $last = count($all) - 1;
            if ($last >= 0 && $from <= $all[$last][1]) {
                $all[$last][1] = max($all[$last][1], $to);
            } else {
                $all[] = [$from, $to];
            }
        }

        return new self($all);
    }

    /** What of them lies within a range. */
    public function within(int $from, int $to): self
    {
        $all = [];
        foreach ($this->all as [$begin, $end]) {
            if ($begin < $to && $from < $end) {
                $all[] = [max($begin, $from), min($end, $to)];
            }
        }

        return new self($all);
    }

    public function has(int $at): bool
    {
        return $this->after($at) !== $at;
    }

    /** The first instant from then on that is in none of them. */
    public function after(int $at): int
    {
        foreach ($this->all as [$from, $to]) {
            if ($at < $to) {
                return $at < $from ? $at : $to;
            }
        }

        return $at;
    }

    /** The next instant after then at which one of them begins or ends. */
    public function nextEdge(int $after): ?int
    {
        foreach ($this->all as [$from, $to]) {
            if ($after < $to) {
                return $after < $from ? $from : $to;
            }
        }

        return null;
    }

    public function seconds(): int
    {
        return array_sum(array_map(static fn(array $one): int => $one[1] - $one[0], $this->all));
    }
}
