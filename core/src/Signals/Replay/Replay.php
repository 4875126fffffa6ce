<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;
use Skarvo\Time\Instant;

/**
 * Takes a stream of signals in order and makes alerts of it, as the contract of replay says.
 *
 * At each instant first the signals, with the openings of threads that flap; then what is due: threads that expire,
 * closings, openings, each in order of key. A timetable holds the instants at which a key has to be looked at; looking
 * once too often changes nothing. What is kept depends on the number of threads, keys and alerts, not on that of signals.
 */
final class Replay
{
    /** @var array<string, Thread> */
    private array $threads = [];

    /** @var array<string, array<int, Thread>> firing threads by source, item and check */
    private array $siblings = [];

    /** @var array<array-key, KeyState> */
    private array $keys = [];

    /** @var \SplMinHeap<array{int, string}> */
    private \SplMinHeap $timetable;

    /** @var array<array-key, KeyState> keys to look at in the present instant */
    private array $touched = [];

    /** @var list<ReplayAlert> in the order in which they opened */
    private array $alerts = [];

    private readonly Groups $groups;

    private ?int $present = null;

    /** @var array{signals: int, momentary: int, muted: int, stray: int} */
    private array $totals = ['signals' => 0, 'momentary' => 0, 'muted' => 0, 'stray' => 0];

    /**
     * @param  list<array{string, string}>  $dependencies  from, to
     * @param  int  $until  seconds since the epoch; what is due exactly then still happens
     */
    public function __construct(
        private readonly Settings $settings,
        private readonly QuietTimes $quiet,
        array $dependencies,
        private readonly int $until,
    ) {
        $this->groups = new Groups($settings, $dependencies);
        $this->timetable = new \SplMinHeap;
    }

    /** Takes the next signal; one later than the end is left out. */
    public function take(ReplaySignal $signal): void
    {
        if ($signal->at > $this->until) {
            return;
        }
        if ($this->present !== null && $signal->at > $this->present) {
            $this->settleInstant($this->present);
            $this->runTo($signal->at - 1);
        } elseif ($this->present === null) {
            $this->runTo($signal->at - 1);
        }
        $this->present = $signal->at;
        $this->totals['signals']++;
        $signal->condition === Condition::Firing ? $this->fire($signal) : $this->clear($signal);
    }

    /** @return array<string, mixed> */
    public function finish(): array
    {
        if ($this->present !== null) {
            $this->settleInstant($this->present);
        }
        $this->runTo($this->until);
        $groups = $this->groups->all();
        $numbers = [];
        foreach ($groups as $i => $alerts) {
            foreach ($alerts as $alert) {
                $numbers[spl_object_id($alert)] = $i + 1;
            }
        }
        $alerts = $this->alerts;
        usort($alerts, static fn(ReplayAlert $a, ReplayAlert $b): int => $a->openedAt <=> $b->openedAt ?: strcmp($a->key, $b->key));

        return [
            'alerts' => array_map(static fn(ReplayAlert $a): array => $a->toArray($numbers[spl_object_id($a)] ?? 0), $alerts),
            'groups' => array_map(static function (array $alerts, int $i): array {
                $keys = array_values(array_unique(array_map(static fn(ReplayAlert $a): string => $a->key, $alerts)));
                sort($keys, SORT_STRING);

                return ['group' => $i + 1, 'keys' => $keys, 'opened_at' => Instant::format(min(array_map(static fn(ReplayAlert $a): int => $a->openedAt, $alerts)))];
            }, $groups, array_keys($groups)),
            'totals' => [
                'signals' => $this->totals['signals'], 'alerts' => count($alerts), 'groups' => count($groups),
                'momentary' => $this->totals['momentary'], 'muted' => $this->totals['muted'], 'stray' => $this->totals['stray'],
            ],
        ];
    }

    private function fire(ReplaySignal $signal): void
    {
        $treatment = $this->settings->treat($signal);
        $family = "$signal->source\n$signal->item\n$signal->check".($signal->item === null ? "\n" : '');
        $thread = $this->threads["$family\n\n$treatment->part"] ??= new Thread($signal->item, $family);
        if (! $thread->isFiring) {
            $this->begin($thread, $signal->at, $treatment);
        }
        $key = $thread->key ?? throw new \LogicException('A firing thread has its key.');
        $due = $signal->at + $treatment->hold;
        if ($due < $thread->due) {
            $thread->due = $due;
            if ($key->open === null) {
                $this->lookAt($key, $this->quiet->nextLoud($thread->item, $due));
            }
        }
        $thread->lastSignal = $signal->at;
        $thread->expire = $treatment->expire;
        $this->watchExpiry($thread, $key);
        if ($key->open !== null) {
            $key->open->count++;
            $key->open->level = $key->open->level->worseOf($treatment->level);
        } else {
            $key->burstCount++;
            $key->burstLevel = $key->burstLevel->worseOf($treatment->level);
            if ($this->flaps($thread, $signal->at)) {
                $this->open($key, $signal->at);
            }
        }
    }

    private function begin(Thread $thread, int $now, Treatment $treatment): void
    {
        $id = spl_object_id($thread);
        if ($thread->key !== null && $thread->key->key !== $treatment->key) {
            unset($thread->key->threads[$id]);
            $thread->expiryLook = $thread->edgeLook = null;
            $this->touched[$thread->key->key] = $thread->key;
        }
        $key = $this->keys[$treatment->key] ??= new KeyState($treatment->key);
        if ($key->firing === []) {
            $key->burstBegan = $now;
            [$key->hold, $key->settle] = [$treatment->hold, $treatment->settle];
            [$key->burstCount, $key->burstLevel, $key->wasDue, $key->coveredSince] = [0, Level::Info, false, null];
            if ($key->open !== null) {
                $key->open->flips++;
            }
        }
        $thread->isFiring = true;
        $thread->key = $key;
        $thread->due = $now + $treatment->hold;
        $key->firing[$id] = $key->threads[$id] = $thread;
        $this->siblings[$thread->family][$id] = $thread;
        if ($key->open !== null && $thread->item !== null) {
            $this->groups->addItem($key->open, $thread->item);
        }
        if (! $this->quiet->isQuiet($thread->item, $now) && $this->settings->flapTimes !== null) {
            $thread->beginnings = array_slice([...$thread->beginnings, $now], -$this->settings->flapTimes);
            $thread->span = $this->settings->flapSpan($treatment->hold);
            if ($this->flaps($thread, $now)) {
                $thread->due = $now;
            }
        }
        $this->touched[$key->key] = $key;
        if ($key->open === null) {
            $this->lookAt($key, $this->quiet->nextLoud($thread->item, $thread->due));
        }
    }

    private function clear(ReplaySignal $signal): void
    {
        $treatment = $this->settings->treat($signal);
        $family = "$signal->source\n$signal->item\n$signal->check".($signal->item === null ? "\n" : '');
        $own = $this->threads["$family\n\n$treatment->part"] ?? null;
        $cleared = match (true) {
            $own !== null && $own->isFiring => [$own],
            $treatment->part === '' => array_values($this->siblings[$family] ?? []),
            default => [],
        };
        if ($cleared === []) {
            $this->totals['stray']++;
        }
        foreach ($cleared as $thread) {
            $this->end($thread, $signal->at);
        }
    }

    private function end(Thread $thread, int $now): void
    {
        $id = spl_object_id($thread);
        $key = $thread->key ?? throw new \LogicException('A firing thread has its key.');
        $thread->isFiring = false;
        unset($key->firing[$id], $this->siblings[$thread->family][$id]);
        if ($this->siblings[$thread->family] === []) {
            unset($this->siblings[$thread->family]);
        }
        $key->wasDue = $key->wasDue || $thread->due < $now;
        $this->touched[$key->key] = $key;
        if ($key->firing === []) {
            $key->clearSince = $now;
            if ($key->open === null) {
                $this->totals[$key->wasDue ? 'muted' : 'momentary']++;
            }
        }
    }

    /** Whether it began to fire in this instant, and so often lately that it goes on and off for ever. */
    private function flaps(Thread $thread, int $now): bool
    {
        return end($thread->beginnings) === $now && $this->isRestless($thread, $now);
    }

    /** Whether its beginnings are too many, by the span that held at the latest of them. */
    private function isRestless(Thread $thread, int $now): bool
    {
        $times = $this->settings->flapTimes;

        return $times !== null && count($thread->beginnings) === $times && $now - $thread->beginnings[0] < $thread->span;
    }

    /** When it expires if no further signal comes; null: never. */
    private function expiry(Thread $thread): ?int
    {
        return $thread->expire === null ? null : max($thread->lastSignal, $this->quiet->nextLoud($thread->item, $thread->due)) + $thread->expire;
    }

    private function watchExpiry(Thread $thread, KeyState $key): void
    {
        $expiry = $this->expiry($thread);
        if ($expiry !== null && ($thread->expiryLook === null || $expiry < $thread->expiryLook)) {
            $thread->expiryLook = $expiry;
            $this->lookAt($key, $expiry);
        }
    }

    private function lookAt(KeyState $key, int $at): void
    {
        $this->timetable->insert([$at, $key->key]);
    }

    private function runTo(int $until): void
    {
        while (! $this->timetable->isEmpty() && $this->timetable->top()[0] <= $until) {
            $this->settleInstant($this->timetable->top()[0]);
        }
    }

    /** What is due at an instant, after its signals. */
    private function settleInstant(int $now): void
    {
        while (! $this->timetable->isEmpty() && $this->timetable->top()[0] <= $now) {
            $name = $this->timetable->extract()[1];
            $this->touched[$name] = $this->keys[$name];
        }
        if ($this->touched === []) {
            return;
        }
        $keys = $this->touched;
        $this->touched = [];
        if (count($keys) > 1) {
            uasort($keys, static fn(KeyState $a, KeyState $b): int => strcmp($a->key, $b->key));
        }
        foreach ($keys as $key) {
            $this->expireThreads($key, $now);
        }
        $this->touched = [];
        foreach ($keys as $key) {
            $this->closeIfSettled($key, $now);
        }
        foreach ($keys as $key) {
            $this->openIfDue($key, $now);
        }
    }

    private function expireThreads(KeyState $key, int $now): void
    {
        foreach ($key->threads as $thread) {
            if ($thread->expiryLook === null || $thread->expiryLook > $now) {
                continue;
            }
            $thread->expiryLook = null;
            $expiry = $this->expiry($thread);
            if ($thread->isFiring && $expiry !== null && $expiry <= $now) {
                $this->end($thread, $now);
            } elseif ($thread->isFiring) {
                $this->watchExpiry($thread, $key);
            }
        }
    }

    private function closeIfSettled(KeyState $key, int $now): void
    {
        if ($key->open === null || $key->firing !== []) {
            return;
        }
        $at = $key->clearSince + $key->settle;
        foreach ($key->threads as $thread) {
            if (count($thread->beginnings) === $this->settings->flapTimes) {
                $at = max($at, $thread->beginnings[0] + $thread->span);
            }
        }
        if ($at > $now) {
            $this->lookAt($key, $at);

            return;
        }
        $key->open->closedAt = $now;
        $key->last = $key->open;
        $key->open = null;
    }

    private function openIfDue(KeyState $key, int $now): void
    {
        if ($key->open !== null || $key->firing === []) {
            return;
        }
        $isCovered = $isDue = false;
        foreach ($key->firing as $thread) {
            if (! $this->quiet->isQuiet($thread->item, $now)) {
                $isCovered = true;
                $isDue = $isDue || $thread->due <= $now;
            }
            $edge = $this->quiet->nextEdge($thread->item, $now);
            if ($edge !== null && $edge !== $thread->edgeLook) {
                $thread->edgeLook = $edge;
                $this->lookAt($key, $edge);
            }
        }
        if (! $isCovered) {
            $key->coveredSince = null;
        } elseif ($key->coveredSince === null) {
            $key->coveredSince = $now;
            if ($key->hold > 0) {
                $this->lookAt($key, $now + $key->hold);
            }
        }
        if ($isDue || ($key->coveredSince !== null && $now - $key->coveredSince >= $key->hold)) {
            $this->open($key, $now);
        }
    }

    private function open(KeyState $key, int $now): void
    {
        $last = $key->last;
        $reopens = $last !== null && $last->closedAt !== null && $now - $last->closedAt <= $this->settings->reopen;
        if ($reopens) {
            $alert = $last;
            $alert->closedAt = null;
            $alert->flips++;
            $alert->count += $key->burstCount;
            $alert->level = $alert->level->worseOf($key->burstLevel);
        } else {
            $alert = $this->alerts[] = new ReplayAlert($key->key, $key->burstBegan, $now, $key->burstCount, $key->burstLevel);
        }
        foreach ($key->firing as $thread) {
            if ($thread->item !== null) {
                $this->groups->addItem($alert, $thread->item);
            }
        }
        $key->open = $alert;
        if (! $reopens) {
            $this->groups->join($alert, $now);
        }
    }
}
