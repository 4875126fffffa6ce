<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Time\Intervals;
use Skarvo\Value\Must;

/**
 * How much time a ticket has left, for each promise made of it.
 *
 * What happened to a ticket cuts its time into stretches in which nothing changes: its priority, whether it waits, whether
 * the clock is met. In a stretch, a clock's elapsed time grows by the seconds that lie in its target's hours.
 */
final class Targets
{
    /** So far ahead, and no further, it is said when something will be due. */
    public const AHEAD_SECONDS = 400 * 86400;

    /** @var array<int, Intervals> by the object that says the hours */
    private array $hours = [];

    /** @var array<array-key, array<int, Target>> by name and priority */
    private array $targets = [];

    /**
     * @param  list<Target>  $targets  no name and priority twice
     * @param  non-empty-list<TargetHappening>  $happenings  in order; the first opens the ticket, no other does
     * @param  int  $now  seconds since the epoch; what happens later is not looked at
     */
    private function __construct(array $targets, private readonly array $happenings, private readonly int $now)
    {
        foreach ($targets as $target) {
            Must::hold(
                ! isset($this->targets[$target->name][$target->priority]), "$target->name is promised twice for priority $target->priority."
            );
            $this->targets[$target->name][$target->priority] = $target;
        }
        foreach ($happenings as $i => $one) {
            Must::hold(($one->kind === TargetHappeningKind::Opened) === ($i === 0), 'A ticket is opened once, before all else.');
            Must::hold($i === 0 || $happenings[$i - 1]->at <= $one->at, 'What happens to a ticket comes in order.');
        }
        Must::hold($happenings[0]->at <= $now, 'A ticket has no clocks before it is opened.');
    }

    /**
     * @param  list<Target>  $targets
     * @param  non-empty-list<TargetHappening>  $happenings
     * @param  int  $now  seconds since the epoch
     * @return list<TargetClock> in order of name
     *
     * @throws \DomainException if a promise is made twice, or the happenings are not those of one ticket in order
     */
    public static function of(array $targets, array $happenings, int $now): array
    {
        $self = new self($targets, $happenings, $now);
        $names = array_map(strval(...), array_keys($self->targets));
        sort($names, SORT_STRING);

        return array_map($self->clock(...), $names);
    }

    private function clock(string $name): TargetClock
    {
        $stretches = [];
        [$elapsed, $broken, $isPaused, $priority, $met] = [0, false, false, $this->happenings[0]->priority, null];
        foreach ($this->happenings as $i => $one) {
            if ($one->at > $this->now) {
                break;
            }
            if ($i > 0) {
                $broken = $broken || $met === null && $this->isOverdue($name, $priority, $elapsed);
            }
            if ($one->kind === TargetHappeningKind::Met && $one->name === $name && $met === null) {
                $met = [$one->at, $this->target($name, $priority)];
            } elseif ($one->kind === TargetHappeningKind::Reopened && $one->name === $name) {
                $met = null;
            }
            $priority = $one->priority ?? $priority;
            $isPaused = match ($one->kind) {
                TargetHappeningKind::Paused => true,
                TargetHappeningKind::Resumed => false,
                default => $isPaused,
            };
            $until = min($this->happenings[$i + 1]->at ?? PHP_INT_MAX, $this->now);
            $target = $this->target($name, $priority);
            $counts = $met === null && $target !== null && ! ($isPaused && $target->pauses);
            if ($until > $one->at) {
                $stretches[] = new ClockStretch($one->at, $until, $target, $counts, $elapsed);
                $elapsed += $counts ? $this->counting($target, $one->at, $until)->seconds() : 0;
            }
        }
        if ($met !== null) {
            return self::met($name, $broken, $elapsed, ...$met);
        }
        $target = $this->target($name, $priority);
        if ($target === null) {
            return new TargetClock($name, TargetState::None, $broken, $elapsed, null, null, null, null);
        }
        $left = $target->withinSeconds - $elapsed;
        $state = match (true) {
            $left < 0 => TargetState::Missed,
            $isPaused && $target->pauses => TargetState::Paused,
            $target->hours !== null && ! $this->counting($target, $this->now, $this->now + 1)->has($this->now) => TargetState::Outside,
            default => TargetState::Running,
        };
        $goesOn = new ClockStretch(
            $this->now, $this->now + self::AHEAD_SECONDS, $target, ! ($isPaused && $target->pauses), $elapsed,
        );
        $from = fn(\Closure $limit): ?int => $this->heldFrom([...$stretches, $goesOn], $limit);

        return new TargetClock(
            $name, $state, $broken || $left < 0, $elapsed, $left,
            $from(static fn(Target $one): int => $one->withinSeconds), $from(static fn(Target $one): int => $one->warnSeconds()), null,
        );
    }

    private static function met(string $name, bool $broken, int $elapsed, int $metAt, ?Target $target): TargetClock
    {
        $left = $target === null ? null : $target->withinSeconds - $elapsed;

        return new TargetClock(
            $name, $left === null || $left >= 0 ? TargetState::Met : TargetState::MetLate, $broken, $elapsed, $left, null, null, $metAt,
        );
    }

    /**
     * Since when, without a break until the end of the last stretch, as much has elapsed as the target in force allows.
     *
     * @param  non-empty-list<ClockStretch>  $stretches  in order, each from where the one before ends
     * @param  \Closure(Target): int  $limit  seconds
     */
    private function heldFrom(array $stretches, \Closure $limit): ?int
    {
        $since = null;
        foreach (array_reverse($stretches) as $one) {
            $missing = $one->target === null ? PHP_INT_MAX : $limit($one->target) - $one->elapsedSeconds;
            if ($missing <= 0) {
                $since = $one->from;

                continue;
            }
            $reached = $one->target === null || ! $one->counts ? null : $this->reached($one->target, $one->from, $one->to, $missing);

            return $reached ?? $since;
        }

        return $since;
    }

    /** The instant at which so many seconds have counted from the beginning of a range on; null if that is not within it. */
    private function reached(Target $target, int $from, int $to, int $seconds): ?int
    {
        foreach ($this->counting($target, $from, $to)->all as [$begin, $end]) {
            if ($end - $begin >= $seconds) {
                return $begin + $seconds;
            }
            $seconds -= $end - $begin;
        }

        return null;
    }

    private function isOverdue(string $name, ?int $priority, int $elapsed): bool
    {
        $target = $this->target($name, $priority);

        return $target !== null && $elapsed > $target->withinSeconds;
    }

    private function target(string $name, ?int $priority): ?Target
    {
        return $this->targets[$name][$priority ?? 0] ?? null;
    }

    /** The hours of a target within a range that lies between the opening and as far ahead as anything is said. */
    private function counting(Target $target, int $from, int $to): Intervals
    {
        if ($target->hours === null) {
            return Intervals::of([[$from, $to]]);
        }
        $all = $this->hours[spl_object_id($target->hours)]
            ??= $target->hours->between($this->happenings[0]->at, $this->now + self::AHEAD_SECONDS + 1);

        return $all->within($from, $to);
    }
}
