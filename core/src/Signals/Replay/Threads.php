<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * The threads and keys that a run knows of, and how they are put away and taken up again.
 *
 * @phpstan-import-type ThreadRow from Thread
 * @phpstan-import-type KeyRow from KeyState
 *
 * @phpstan-type State array{present: int|null, threads: list<ThreadRow>, keys: list<KeyRow>}
 *
 * @internal
 */
final class Threads
{
    /** Seconds for which a thread or key that is over is kept when a state is stored. */
    private const REMEMBERED = 86400;

    /** @var array<string, Thread> by their names */
    public array $threads = [];

    /** @var array<string, array<int, Thread>> firing threads by source, item and check */
    public array $siblings = [];

    /** @var array<array-key, KeyState> */
    public array $keys = [];

    /** Threads and keys know each other: parted, they are freed at once, and none of them waits for a collector of circles. */
    public function __destruct()
    {
        foreach ($this->threads as $thread) {
            $thread->key = null;
        }
    }

    /**
     * Puts the state away as plain values, before what is due in the present instant is done: further signals of that
     * instant can still be taken. Threads and keys that nothing can come of any more are left out.
     *
     * @param  int  $reopen  seconds for which an alert that has closed may open again
     * @return State
     */
    public function state(?int $present, int $reopen): array
    {
        $now = $present ?? 0;
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
                $key->last?->closedAt !== null && $now - $key->last->closedAt <= max($reopen, self::REMEMBERED)
            )) {
                $keys[] = $key->toArray();
            }
        }

        return ['present' => $present, 'threads' => $threads, 'keys' => $keys];
    }

    /**
     * Takes up what state() gave.
     *
     * @param  State  $state
     * @return list<ReplayAlert> the alerts of its keys, the one that is over first
     */
    public function takeUp(array $state): array
    {
        $alerts = [];
        foreach ($state['keys'] as $row) {
            $key = KeyState::of($row);
            $this->keys[$key->key] = $key;
            foreach ([$key->last, $key->open] as $alert) {
                if ($alert !== null) {
                    $alerts[] = $alert;
                }
            }
        }
        foreach ($state['threads'] as $row) {
            $thread = Thread::of($row);
            $this->threads[$thread->name()] = $thread;
            $thread->key = $row['key'] === null ? null : $this->keys[$row['key']] ?? null;
            if ($thread->key !== null) {
                $id = spl_object_id($thread);
                $thread->key->threads[$id] = $thread;
                if ($thread->isFiring) {
                    $thread->key->firing[$id] = $this->siblings[$thread->family][$id] = $thread;
                }
            }
        }

        return $alerts;
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
