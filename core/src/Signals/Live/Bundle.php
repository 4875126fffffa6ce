<?php

declare(strict_types=1);

namespace Skarvo\Signals\Live;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Replay\Bursts;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\Repeats;
use Skarvo\Signals\Replay\ReplayAlert;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Running;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\Threads;

/**
 * Threads and keys that hang together, while signals still come: a replay that never ends.
 *
 * Its head is the state after its latest signal, before what is due in that instant is done. Time alone does not change
 * the head: what it makes of the present is worked out when asked for. Behind the head stand earlier states, so that a
 * signal that comes late is taken in its place: the replay goes on from the state before it, with the signals since.
 *
 * @phpstan-import-type State from Threads
 */
final class Bundle
{
    /** Seconds between the states that are kept behind the head. */
    private const STEP = 45;

    /** From which instant on things were done anew. */
    private int $redoneFrom = PHP_INT_MAX;

    /** @var array<string, ReplayAlert> alerts as the latest run left them, by key and number */
    private array $alerts = [];

    /** The replay that made the head, where it was made here: what at() goes on with, instead of reading the head anew. */
    private ?Running $running = null;

    /** Worked out when it is asked for, and added to. */
    private ?Members $members = null;

    /** @param  non-empty-list<State>  $states  oldest first; the last is the head */
    private function __construct(private array $states) {}

    /** @param  int  $from  seconds since the epoch; no signal before it will be taken */
    public static function start(int $from): self
    {
        return new self([['present' => $from, 'threads' => [], 'keys' => []]]);
    }

    /** @param  non-empty-list<State>  $states  as states() gave them */
    public static function of(array $states): self
    {
        return new self($states);
    }

    /** @return non-empty-list<State> */
    public function states(): array
    {
        return $this->states;
    }

    /**
     * Brings bundles together that have come to hang together.
     *
     * @param  non-empty-list<self>  $bundles
     * @param  int  $keepFrom  seconds since the epoch; signals before it no longer come
     */
    public static function join(array $bundles, Settings $settings, QuietTimes $quiet, int $keepFrom, Shelf $shelf): self
    {
        if (count($bundles) === 1) {
            return $bundles[0];
        }
        $bases = array_map(static fn(self $bundle): array => $bundle->baseFor($keepFrom), $bundles);
        $meet = max(array_map(static fn(array $base): int => (int) $base['present'], $bases));
        $joined = ['present' => $meet, 'threads' => [], 'keys' => []];
        $families = $alerts = [];
        foreach ($bases as $i => $base) {
            $bursts = self::resume($settings, $quiet, $base);
            $own = $bundles[$i]->families();
            $families = [...$families, ...$own];
            $before = $own === []
                ? []
                : array_values(array_filter(
                    $shelf->taken($own, (int) $base['present']), static fn(ReplaySignal $signal): bool => $signal->at <= $meet,
                ));
            self::number($bursts, $before, (int) $base['present'], $shelf);
            foreach ($before as $signal) {
                $bursts->take($signal);
            }
            if ((int) $bursts->present() < $meet) {
                $bursts->standAt($meet);
            }
            $state = $bursts->state();
            array_push($joined['threads'], ...$state['threads']);
            array_push($joined['keys'], ...$state['keys']);
            $alerts += self::byNumber($bursts);
        }
        $bundle = new self([$joined]);
        $bundle->run($settings, $quiet, $families === [] ? [] : $shelf->taken($families, $meet), $keepFrom, $shelf);
        $bundle->alerts += $alerts;

        return $bundle;
    }

    /**
     * Takes signals, each in its place.
     *
     * @param  non-empty-list<ReplaySignal>  $signals  in order, each with its treatment
     */
    public function take(array $signals, Settings $settings, QuietTimes $quiet, int $keepFrom, Shelf $shelf): void
    {
        $own = $this->families();
        $new = $this->members()->strangers($signals);
        if ($new !== []) {
            // What was taken of them before left no trace: strays, which a late signal can give a meaning.
            $signals = self::inOrder($shelf->taken($new, $keepFrom), $signals);
        }
        $isLate = false;
        while (count($this->states) > 1 && (int) $this->head()['present'] > $signals[0]->at) {
            array_pop($this->states);
            $isLate = true;
        }
        if ($isLate && $own !== []) {
            $signals = self::inOrder($shelf->taken($own, (int) $this->head()['present']), $signals);
        }
        $this->members()->learn($signals);
        $this->run($settings, $quiet, $signals, $keepFrom, $shelf);
    }

    /** @return int seconds since the epoch: of its keys, alerts that opened from then on are those that at() gives, and no others */
    public function redoneFrom(): int
    {
        return $this->redoneFrom;
    }

    /**
     * What it makes of the present: asked for, not kept.
     *
     * @return array{array<string, ReplayAlert>, int|null, bool, array<array-key, array<array-key, true>>} alerts that may have changed, by
     *      number
     *         and key; when to look next if no signal comes; whether anything fires or is open; items on which something fires, by key
     */
    public function at(int $now, Settings $settings, QuietTimes $quiet): array
    {
        $until = max($now, (int) $this->head()['present']);
        $running = $this->running;
        if ($running === null || ($running instanceof Repeats && ! $running->standsUntil($until))) {
            $running = self::resume($settings, $quiet, $this->head());
        }
        // It has gone on by then, and is no head any more.
        $this->running = null;
        $running->finish($until);

        return [self::byNumber($running) + $this->alerts, $running->nextLook(), $running->isBusy(), $running->firing()];
    }

    /** @return list<string> */
    public function families(): array
    {
        return $this->members()->families();
    }

    /** @return list<string> those that it knows, and those that it knew before things were done anew */
    public function keys(): array
    {
        return $this->members()->keys();
    }

    /** @return list<array{'f'|'k', string}> families and keys that it came to know with what it took */
    public function gained(): array
    {
        return $this->members()->gained();
    }

    private function members(): Members
    {
        return $this->members ??= Members::of($this->states);
    }

    /** @param  list<ReplaySignal>  $signals */
    private function run(Settings $settings, QuietTimes $quiet, array $signals, int $keepFrom, Shelf $shelf): void
    {
        $head = $this->head();
        $floor = $kept = (int) $head['present'];
        $this->redoneFrom = min($this->redoneFrom, $floor);
        $running = Repeats::of($head, $signals, $quiet);
        if ($running === null) {
            $running = self::resume($settings, $quiet, $head);
            self::number($running, $signals, $floor, $shelf);
        }
        $behind = count($this->states) > 1 ? (int) $this->states[count($this->states) - 2]['present'] : null;
        if ($behind !== null && ($floor - self::STEP < $behind || ($signals[0]->at ?? PHP_INT_MAX) <= $floor)) {
            array_pop($this->states);
            $kept = $behind;
        }
        foreach ($signals as $signal) {
            $present = (int) $running->present();
            if ($signal->at > $present && $present - self::STEP >= $kept) {
                $this->states[] = $running->state();
                $kept = $present;
            }
            $running->take($signal->at < $floor ? $signal->at($floor) : $signal);
        }
        $this->states = [...$this->states, $running->state()];
        while (count($this->states) > 2 && (int) $this->states[1]['present'] <= $keepFrom) {
            array_shift($this->states);
        }
        $this->running = $running;
        $this->alerts = self::byNumber($running) + array_filter(
            $this->alerts, static fn(ReplayAlert $alert): bool => $alert->openedAt < $floor,
        );
    }

    /**
     * @param  list<ReplaySignal>  $some
     * @param  non-empty-list<ReplaySignal>  $others
     * @return non-empty-list<ReplaySignal>
     */
    private static function inOrder(array $some, array $others): array
    {
        $signals = [...$some, ...$others];
        if ($some !== []) {
            usort($signals, static fn(ReplaySignal $a, ReplaySignal $b): int => $a->at <=> $b->at ?: $a->order <=> $b->order);
        }

        return $signals;
    }

    /**
     * Lets keys that it does not know go on counting where they were.
     *
     * @param  list<ReplaySignal>  $signals
     */
    private static function number(Bursts $bursts, array $signals, int $from, Shelf $shelf): void
    {
        $new = [];
        foreach ($signals as $signal) {
            if ($signal->condition === Condition::Firing && $signal->treatment !== null && ! $bursts->knowsKey($signal->treatment->key)) {
                $new[$signal->treatment->key] = true;
            }
        }
        foreach ($new === [] ? [] : $shelf->opened(array_map(strval(...), array_keys($new)), $from) as $key => $number) {
            $bursts->startNumbers((string) $key, $number);
        }
    }

    /** @return array<string, ReplayAlert> */
    private static function byNumber(Running $running): array
    {
        $alerts = [];
        foreach ($running->alerts() as $alert) {
            $alerts["$alert->number $alert->key"] = $alert;
        }

        return $alerts;
    }

    /** @return State the latest with nothing after that instant, or else the oldest */
    private function baseFor(int $instant): array
    {
        $base = $this->states[0];
        foreach ($this->states as $state) {
            if ((int) $state['present'] <= $instant) {
                $base = $state;
            }
        }

        return $base;
    }

    /** @return State */
    private function head(): array
    {
        return $this->states[count($this->states) - 1];
    }

    /** @param  State  $state */
    private static function resume(Settings $settings, QuietTimes $quiet, array $state): Bursts
    {
        $bursts = new Bursts($settings, $quiet, new Ungrouped);
        $bursts->resume($state);

        return $bursts;
    }
}
