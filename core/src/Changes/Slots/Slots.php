<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

/**
 * Finds when there is room for a piece of work, and what is in the way.
 *
 * Each constraint becomes the instants at which the work may not start. One sweep over all of them gives the stretches
 * that nothing forbids, and those that only one constraint does: the earliest start without it lies in either of these.
 */
final class Slots
{
    /** @var list<array{int, int}> stretches of starts that no constraint forbids, crews apart */
    private array $open = [];

    /** @var array<int, list<array{int, int}>> by constraint: stretches of starts that it alone forbids */
    private array $alone = [];

    /** @var list<array{int, int, array<array-key, true>}> */
    private array $missing;

    /** @param  list<Constraint>  $constraints  in the order in which they are told */
    private function __construct(private readonly Work $work, private readonly array $constraints, private readonly Crews $crews)
    {
        $this->missing = $crews->stretches($work->from, $work->last() + 1, $work->seconds);
        $this->sweep();
    }

    /**
     * @param  list<Constraint>  $constraints  windows, freezes and busy times, in the order in which they are told
     * @return array{list<Slot>, list<InTheWay>}
     */
    public static function of(Work $work, array $constraints, Crews $crews): array
    {
        $slots = new self($work, $constraints, $crews);

        return [$slots->all(), $slots->inTheWay()];
    }

    /** @return list<Slot> */
    private function all(): array
    {
        $slots = [];
        for ($at = $this->work->from; count($slots) < $this->work->want; $at = $end + $this->work->apart) {
            $start = $this->earliest($this->open, $at);
            if ($start === null) {
                break;
            }
            $end = $start + $this->work->seconds;
            $slots[] = new Slot($start, $end, $this->crews->free($start, $end));
        }

        return $slots;
    }

    /** @return list<InTheWay> */
    private function inTheWay(): array
    {
        ['from' => $from, 'to' => $to] = ['from' => $this->work->from, 'to' => $this->work->to];
        $first = $this->earliest($this->open, $from);
        $rows = [];
        foreach ($this->constraints as $i => $constraint) {
            $rows[] = new InTheWay(
                $constraint->kind, $constraint->name, $constraint->blockedSeconds($from, $to),
                self::earlier($first, $this->earliest($this->alone[$i] ?? [], $from)),
            );
        }
        foreach ($this->crews->crews as $i => $crew) {
            $rows[] = new InTheWay(
                ConstraintKind::Crew, $crew->name, $this->crews->blockedSeconds($crew, $from, $to),
                $this->earliest($this->open, $from, $i),
            );
        }

        return $rows;
    }

    /**
     * @param  list<array{int, int}>  $stretches  in order
     * @param  int|null  $without  a crew that is not asked for
     */
    private function earliest(array $stretches, int $at, ?int $without = null): ?int
    {
        $next = 0;
        foreach ($stretches as [$from, $to]) {
            if ($to <= $at) {
                continue;
            }
            $from = max($from, $at);
            while (isset($this->missing[$next]) && $this->missing[$next][1] <= $from) {
                $next++;
            }
            for ($i = $next; isset($this->missing[$i]) && $this->missing[$i][0] < $to; $i++) {
                [$begin, $end, $missing] = $this->missing[$i];
                $start = $this->crews->suffice($missing, $without) ? $this->work->start(max($from, $begin), min($to, $end)) : null;
                if ($start !== null) {
                    return $start;
                }
            }
        }

        return null;
    }

    private function sweep(): void
    {
        $turns = [];
        foreach ($this->constraints as $i => $constraint) {
            foreach ($constraint->forbidsStarts($this->work->seconds, $this->work->from, $this->work->last()) as [$from, $to]) {
                $turns[] = [$from, 1, $i];
                $turns[] = [$to, -1, $i];
            }
        }
        sort($turns);
        $turns[] = [$this->work->last() + 1, 0, 0];
        $count = $sum = 0;
        $begin = $this->work->from;
        foreach ($turns as [$at, $change, $i]) {
            if ($at > $begin && $count === 0) {
                $this->open[] = [$begin, $at];
            } elseif ($at > $begin && $count === 1) {
                // With one alone in force, the sum of those in force is its number.
                $this->alone[$sum][] = [$begin, $at];
            }
            $begin = $at;
            $count += $change;
            $sum += $change * $i;
        }
    }

    private static function earlier(?int $a, ?int $b): ?int
    {
        return $a === null || $b === null ? $a ?? $b : min($a, $b);
    }
}
