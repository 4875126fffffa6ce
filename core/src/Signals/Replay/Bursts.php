<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;

/**
 * Threads, keys and their bursts: takes signals in order and opens and closes alerts, as the contract of replay says.
 *
 * At each instant first the signals, with the openings of threads that flap; then what is due: threads that expire,
 * closings, openings, each in order of key. A timetable holds the instants at which a key has to be looked at; looking
 * once too often changes nothing, so a state that was stored can be taken up again without it. What is kept depends
 * on the number of threads, keys and alerts, not on that of signals.
 *
 * @phpstan-import-type ThreadRow from Thread
 * @phpstan-import-type KeyRow from KeyState
 *
 * @phpstan-type State array{present: int|null, threads: list<ThreadRow>, keys: list<KeyRow>}
 */
final class Bursts implements Running
{
    /** Seconds for which a thread or key that is over is kept when a state is stored. */
    private const REMEMBERED = 86400;

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

    private ?int $present = null;

    /** The signal that is being taken, or null while what is due is done. */
    private ?ReplaySignal $signal = null;

    /** @var array{signals: int, momentary: int, muted: int, stray: int} */
    private array $totals = ['signals' => 0, 'momentary' => 0, 'muted' => 0, 'stray' => 0];

    /**
     * @param  bool  $leavesTraces  whether alerts know their threads and since when they have each item: what only goes on needs neither
     */
    public function __construct(
        private readonly Settings $settings,
        private readonly QuietTimes $quiet,
        private readonly Grouping $groups,
        private readonly ?Chronicle $chronicle = null,
        private readonly bool $leavesTraces = true,
    ) {
        $this->timetable = new \SplMinHeap;
    }

    /** Threads and keys know each other: parted, they are freed at once, and none of them waits for a collector of circles. */
    public function __destruct()
    {
        foreach ($this->threads as $thread) {
            $thread->key = null;
        }
    }

    /** Takes the next signal, not earlier than the one before. */
    public function take(ReplaySignal $signal): void
    {
        if ($this->present === null) {
            $this->runTo($signal->at - 1);
        } elseif ($signal->at > $this->present) {
            $this->settleInstant($this->present);
            $this->runTo($signal->at - 1);
        }
        $this->present = $signal->at;
        $this->totals['signals']++;
        $this->signal = $signal;
        $signal->condition === Condition::Firing ? $this->fire($signal) : $this->clear($signal);
    }

    /** Does what is due up to an instant, itself included, when no more signals come before it. */
    public function finish(int $until): void
    {
        if ($this->present !== null) {
            $this->settleInstant($this->present);
        }
        $this->runTo($until);
    }

    /** Goes on to an instant of which no signal has been taken yet. */
    public function standAt(int $instant): void
    {
        $this->finish($instant - 1);
        $this->present = $instant;
    }

    /** The latest instant of which a signal was taken, or at which it was told to stand. */
    public function present(): ?int
    {
        return $this->present;
    }

    /** When something is due next, if no signal comes; null: never. Ask after finish(). */
    public function nextLook(): ?int
    {
        return $this->timetable->isEmpty() ? null : $this->timetable->top()[0];
    }

    /** @return list<ReplayAlert> all that were opened, or were there when a state was taken up, in the order of their opening */
    public function alerts(): array
    {
        return $this->alerts;
    }

    /** @return array{signals: int, momentary: int, muted: int, stray: int} */
    public function totals(): array
    {
        return $this->totals;
    }

    private function fire(ReplaySignal $signal): void
    {
        $treatment = $signal->treatment ?? $this->settings->treat($signal);
        $family = $signal->family();
        $thread = $this->threads[Thread::named($family, $treatment->part)] ??= new Thread($signal->item, $family, $treatment->part);
        if (! $thread->isFiring) {
            $this->begin($thread, $signal->at, $treatment);
        }
        $key = $thread->key ?? throw new \LogicException('A firing thread has its key.');
        // Where the thread is under another key, this one is remembered too: a signal that comes late may put it here.
        $named = $this->keys[$treatment->key] ??= new KeyState($treatment->key);
        $named->mentioned = $signal->at;
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
            [$key->open->lastAt, $key->open->lastOrder] = [$signal->at, $signal->order];
        } else {
            $key->burstCount++;
            $key->burstLevel = $key->burstLevel->worseOf($treatment->level);
            $key->burstLast = [$signal->at, $signal->order];
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
            [$key->hold, $key->settle, $key->burstFirst] = [$treatment->hold, $treatment->settle, $this->signal->order ?? 0];
            [$key->burstCount, $key->burstLevel, $key->wasDue, $key->coveredSince] = [0, Level::Info, false, null];
            if ($key->open !== null) {
                $key->open->flips++;
            }
            $this->chronicle?->burstBegan($key->key, $now, $treatment, $key->open !== null);
        }
        $thread->isFiring = true;
        $thread->key = $key;
        $thread->due = $now + $treatment->hold;
        $key->firing[$id] = $key->threads[$id] = $thread;
        $this->siblings[$thread->family][$id] = $thread;
        if ($key->open !== null) {
            $this->gain($key->open, $thread, $now);
        }
        if (! $this->quiet->isQuiet($thread->item, $now) && $this->settings->flapTimes !== null) {
            $thread->beginnings = array_slice([...$thread->beginnings, $now], -$this->settings->flapTimes);
            $thread->span = $this->settings->flapSpan($treatment->hold);
            if ($this->flaps($thread, $now)) {
                $thread->due = $now;
                $this->chronicle?->flaps($key->key, $now, count($thread->beginnings), $thread->span);
            }
        }
        $this->touched[$key->key] = $key;
        if ($key->open === null) {
            $this->lookAt($key, $this->quiet->nextLoud($thread->item, $thread->due));
        }
    }

    private function clear(ReplaySignal $signal): void
    {
        $treatment = $signal->treatment ?? $this->settings->treat($signal);
        $family = $signal->family();
        $own = $this->threads[Thread::named($family, $treatment->part)] ?? null;
        $cleared = match (true) {
            $own !== null && $own->isFiring => [$own],
            $treatment->part === '' => array_values($this->siblings[$family] ?? []),
            default => [],
        };
        if ($cleared === []) {
            $this->totals['stray']++;
            $this->chronicle?->stray($treatment->key, $signal->at);
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
            $this->chronicle?->burstEnded($key->key, $now, $key->open !== null, $key->wasDue);
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
        return $thread->expire === null
            ? null
            : max($thread->lastSignal, $this->quiet->nextLoud($thread->item, $thread->due)) + $thread->expire;
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
        $this->signal = null;
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
                $this->chronicle?->expired($key->key, $now, (int) $thread->expire);
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
        $this->chronicle?->closed($key->key, $now);
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
            $alert = $this->alerts[] = new ReplayAlert(
                $key->key, ++$key->opened, $key->burstBegan, $now, $key->burstCount, $key->burstLevel,
                $this->stamp($now, $key->key),
            );
            $alert->firstOrder = $key->burstFirst;
        }
        [$alert->lastAt, $alert->lastOrder] = $key->burstLast;
        foreach ($key->firing as $thread) {
            $this->gain($alert, $thread, $now);
        }
        $key->open = $alert;
        $this->chronicle?->opened($key->key, $now, $reopens);
        if (! $reopens) {
            $this->groups->join($alert);
        }
    }

    private function gain(ReplayAlert $alert, Thread $thread, int $now): void
    {
        if (! $this->leavesTraces) {
            if ($thread->item !== null && ! isset($alert->items[$thread->item])) {
                // Alerts of one item share the list with it.
                $alert->items = $alert->items === [] ? $thread->alone() : $alert->items + $thread->alone();
                $this->groups->gained($alert, $thread->item);
            }

            return;
        }
        $alert->threads[$thread->name()] = true;
        if ($thread->item !== null && ! isset($alert->items[$thread->item])) {
            $alert->items[$thread->item] = $this->stamp($now, $alert->key);
            $this->groups->gained($alert, $thread->item);
        }
    }

    private function stamp(int $now, string $key): string
    {
        return ! $this->leavesTraces ? '' : ($this->signal !== null ? Stamp::ofSignal($this->signal) : Stamp::ofOpening($now, $key));
    }

    /**
     * Puts the state away as plain values, before what is due in the present instant is done: further signals of that
     * instant can still be taken. Threads and keys that nothing can come of any more are left out.
     *
     * @return State
     */
    public function state(): array
    {
        $now = $this->present ?? 0;
        $threads = $keys = [];
        foreach ($this->threads as $thread) {
            if (
                $thread->isFiring || $now - max($thread->lastSignal, end($thread->beginnings) ?: 0) <= max($thread->span, self::REMEMBERED)
            ) {
                $threads[] = $thread->toArray();
            }
        }
        $held = array_flip(array_filter(array_column($threads, 'key'), is_string(...)));
        foreach ($this->keys as $name => $key) {
            if (isset($held[$name]) || $now - $key->mentioned <= self::REMEMBERED || $key->open !== null || (
                $key->last?->closedAt !== null && $now - $key->last->closedAt <= max($this->settings->reopen, self::REMEMBERED)
            )) {
                $keys[] = $key->toArray();
            }
        }

        return ['present' => $this->present, 'threads' => $threads, 'keys' => $keys];
    }

    /**
     * Takes up what state() gave; states of threads and keys that have nothing to do with each other can be taken up together.
     *
     * @param  State  $state
     */
    public function resume(array $state): void
    {
        foreach ($state['keys'] as $row) {
            $key = KeyState::of($row);
            $this->keys[$key->key] = $this->touched[$key->key] = $key;
            if ($key->open === null && $key->coveredSince !== null) {
                $this->lookAt($key, $key->coveredSince + $key->hold);
            }
            foreach ([$key->last, $key->open] as $alert) {
                if ($alert !== null) {
                    $this->alerts[] = $alert;
                }
            }
        }
        foreach ($state['threads'] as $row) {
            $thread = Thread::of($row);
            $this->threads[$thread->name()] = $thread;
            $key = $row['key'] === null ? null : $this->keys[$row['key']] ?? null;
            if ($key === null) {
                continue;
            }
            $id = spl_object_id($thread);
            $thread->key = $key;
            $key->threads[$id] = $thread;
            if ($thread->isFiring) {
                $key->firing[$id] = $this->siblings[$thread->family][$id] = $thread;
                $this->watchExpiry($thread, $key);
                if ($key->open === null) {
                    $this->lookAt($key, $this->quiet->nextLoud($thread->item, $thread->due));
                }
            }
        }
        $this->present = $state['present'];
    }

    /** How many alerts a key has opened before the first that this run knows of. */
    public function startNumbers(string $key, int $opened): void
    {
        $this->keys[$key] ??= new KeyState($key);
        $this->keys[$key]->opened = max($opened, $this->keys[$key]->opened);
    }

    public function knowsKey(string $key): bool
    {
        return isset($this->keys[$key]);
    }

    /** @return list<string> sources, items and checks whose threads it knows */
    public function families(): array
    {
        return array_values(array_unique(array_map(static fn(Thread $thread): string => $thread->family, $this->threads)));
    }

    /** @return array<array-key, array<array-key, true>> items of the threads that fire, by key */
    public function firing(): array
    {
        $firing = [];
        foreach ($this->keys as $name => $key) {
            foreach ($key->firing as $thread) {
                if ($thread->item !== null) {
                    $firing[$name][$thread->item] = true;
                }
            }
        }

        return $firing;
    }

    /** Whether anything fires or is open, or would be looked at in time. */
    public function isBusy(): bool
    {
        foreach ($this->keys as $key) {
            if ($key->firing !== [] || $key->open !== null) {
                return true;
            }
        }

        return false;
    }
}
