<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * Threads, keys and their bursts: takes signals in order and opens and closes alerts, as the contract of replay says.
 *
 * At each instant first the signals, with the openings of threads that flap (`Firings`); then what is due (`Settling`).
 * A timetable holds the instants at which a key has to be looked at. What is kept depends on the number of threads, keys
 * and alerts, not on that of signals.
 *
 * @phpstan-import-type State from Threads
 */
final class Bursts implements Running
{
    private readonly Threads $known;

    private readonly Timetable $timetable;

    private readonly Openings $openings;

    private readonly Firings $firings;

    private readonly Settling $settling;

    private ?int $present = null;

    /**
     * @param  bool  $leavesTraces  whether alerts know their threads and since when they have each item: what only goes on needs neither
     */
    public function __construct(
        private readonly Settings $settings,
        private readonly QuietTimes $quiet,
        Grouping $groups,
        ?Chronicle $chronicle = null,
        bool $leavesTraces = true,
    ) {
        $this->known = new Threads;
        $this->timetable = new Timetable;
        $this->openings = new Openings($settings->reopen, $groups, $chronicle, $leavesTraces);
        $this->firings = new Firings($this->known, $this->timetable, $this->openings, $settings, $quiet, $chronicle);
        $this->settling = new Settling(
            $this->known, $this->timetable, $this->openings, $this->firings, $settings, $quiet, $chronicle,
        );
    }

    /** Takes the next signal, not earlier than the one before. */
    public function take(ReplaySignal $signal): void
    {
        if ($this->present === null) {
            $this->runTo($signal->at - 1);
        } elseif ($signal->at > $this->present) {
            $this->settling->at($this->present);
            $this->runTo($signal->at - 1);
        }
        $this->present = $signal->at;
        $this->firings->take($signal);
    }

    /** Does what is due up to an instant, itself included, when no more signals come before it. */
    public function finish(int $until): void
    {
        if ($this->present !== null) {
            $this->settling->at($this->present);
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
        return $this->timetable->next();
    }

    /** @return list<ReplayAlert> all that were opened, or were there when a state was taken up, in the order of their opening */
    public function alerts(): array
    {
        return $this->openings->alerts;
    }

    /** @return array{signals: int, momentary: int, muted: int, stray: int} */
    public function totals(): array
    {
        return $this->firings->totals;
    }

    /**
     * Puts the state away as plain values, before what is due in the present instant is done: further signals of that
     * instant can still be taken.
     *
     * @return State
     */
    public function state(): array
    {
        return $this->known->state($this->present, $this->settings->reopen);
    }

    /**
     * Takes up what state() gave; states of threads and keys that have nothing to do with each other can be taken up together.
     *
     * @param  State  $state
     */
    public function resume(array $state): void
    {
        array_push($this->openings->alerts, ...$this->known->takeUp($state));
        foreach (array_column($state['keys'], 'key') as $name) {
            $key = $this->timetable->touched[$name] = $this->known->keys[$name];
            if ($key->open === null && $key->coveredSince !== null) {
                $this->timetable->lookAt($key, $key->coveredSince + $key->hold);
            }
            foreach ($key->firing as $thread) {
                $this->firings->watchExpiry($thread, $key);
                if ($key->open === null) {
                    $this->timetable->lookAt($key, $this->quiet->nextLoud($thread->item, $thread->due));
                }
            }
        }
        $this->present = $state['present'];
    }

    /** How many alerts a key has opened before the first that this run knows of. */
    public function startNumbers(string $key, int $opened): void
    {
        $this->known->keys[$key] ??= new KeyState($key);
        $this->known->keys[$key]->opened = max($opened, $this->known->keys[$key]->opened);
    }

    public function knowsKey(string $key): bool
    {
        return isset($this->known->keys[$key]);
    }

    /** @return list<string> sources, items and checks whose threads it knows */
    public function families(): array
    {
        return $this->known->families();
    }

    /** @return array<array-key, array<array-key, true>> items of the threads that fire, by key */
    public function firing(): array
    {
        return $this->known->firing();
    }

    /** Whether anything fires or is open, or would be looked at in time. */
    public function isBusy(): bool
    {
        return $this->known->isBusy();
    }

    private function runTo(int $until): void
    {
        while (($next = $this->timetable->next()) !== null && $next <= $until) {
            $this->settling->at($next);
        }
    }
}
