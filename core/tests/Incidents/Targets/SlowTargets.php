<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Targets;

use Skarvo\Incidents\Targets\Target;
use Skarvo\Incidents\Targets\TargetHappening;
use Skarvo\Incidents\Targets\TargetHappeningKind;

/** The clocks of a ticket by walking through every second, as the contract tells it. */
final class SlowTargets
{
    /**
     * @param  list<Target>  $targets
     * @param  list<TargetHappening>  $happenings
     * @param  \Closure(Target, int): bool  $isOpen  whether a second lies in a target's hours
     * @param  int  $ahead  seconds after now that are looked at
     * @return array<string, mixed> as the contract names it; due and warn as seconds
     */
    public static function clock(string $name, array $targets, array $happenings, int $now, \Closure $isOpen, int $ahead): array
    {
        $of = static function (?int $priority) use ($targets, $name): ?Target {
            foreach ($targets as $target) {
                if ($target->name === $name && $target->priority === $priority) {
                    return $target;
                }
            }

            return null;
        };
        [$elapsed, $broken, $paused, $priority, $metAt, $metBy] = [0, false, false, null, null, null];
        $due = $warn = null;
        $told = null;
        $next = 0;
        for ($t = $happenings[0]->at; $t <= $now + $ahead; $t++) {
            while (isset($happenings[$next]) && $happenings[$next]->at === $t && $t <= $now) {
                $one = $happenings[$next++];
                $target = $of($priority);
                $broken = $broken || $metAt === null && $target !== null && $elapsed > $target->withinSeconds;
                if ($one->kind === TargetHappeningKind::Opened || $one->kind === TargetHappeningKind::Priority) {
                    $priority = $one->priority;
                } elseif ($one->kind === TargetHappeningKind::Paused) {
                    $paused = true;
                } elseif ($one->kind === TargetHappeningKind::Resumed) {
                    $paused = false;
                } elseif ($one->name === $name && $one->kind === TargetHappeningKind::Met && $metAt === null) {
                    [$metAt, $metBy] = [$t, $target];
                } elseif ($one->name === $name && $one->kind === TargetHappeningKind::Reopened) {
                    [$metAt, $metBy] = [null, null];
                }
            }
            $target = $of($priority);
            $holds = static fn(int $percent): bool => $target !== null && 100 * $elapsed >= $percent * $target->withinSeconds;
            $due = $holds(100) ? $due ?? $t : null;
            $warn = $holds($target->warn ?? 0) ? $warn ?? $t : null;
            if ($t === $now) {
                $against = $metAt === null ? $target : $metBy;
                $left = $against === null ? null : $against->withinSeconds - $elapsed;
                $state = match (true) {
                    $metAt !== null => $left === null || $left >= 0 ? 'met' : 'met_late',
                    $target === null => 'none',
                    $left < 0 => 'missed',
                    $paused && $target->pauses => 'paused',
                    ! $isOpen($target, $t) => 'outside',
                    default => 'running',
                };
                $told = [
                    'name' => $name, 'state' => $state, 'broken' => $broken || $metAt === null && $left !== null && $left < 0,
                    'elapsed_seconds' => $elapsed, 'left_seconds' => $left, 'met_at' => $metAt,
                ];
            }
            if ($metAt === null && $target !== null && ! ($paused && $target->pauses) && $isOpen($target, $t)) {
                $elapsed++;
            }
        }
        $isSaid = in_array($told['state'] ?? '', ['running', 'outside', 'paused', 'missed'], true);

        return [...$told ?? [], 'due' => $isSaid ? $due : null, 'warn' => $isSaid ? $warn : null];
    }
}
