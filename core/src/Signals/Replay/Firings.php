<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;

/**
 * What signals do to threads: they begin to fire, go on, and end.
 *
 * @internal
 */
final class Firings
{
    /** @var array{signals: int, momentary: int, muted: int, stray: int} */
    public array $totals = ['signals' => 0, 'momentary' => 0, 'muted' => 0, 'stray' => 0];

    public function __construct(
        private readonly Threads $known,
        private readonly Timetable $timetable,
        private readonly Openings $openings,
        private readonly Settings $settings,
        private readonly QuietTimes $quiet,
        private readonly ?Chronicle $chronicle,
    ) {}

    public function take(ReplaySignal $signal): void
    {
        $this->totals['signals']++;
        $this->openings->signal = $signal;
        $signal->condition === Condition::Firing ? $this->fire($signal) : $this->clear($signal);
    }

    private function fire(ReplaySignal $signal): void
    {
        $treatment = $signal->treatment ?? $this->settings->treat($signal);
        $family = $signal->family();
        $thread = $this->known->threads[Thread::named($family, $treatment->part)] ??= new Thread($signal->item, $family, $treatment->part);
        if (! $thread->isFiring) {
            $this->begin($thread, $signal->at, $treatment);
        }
        $key = $thread->key ?? throw new \LogicException('A firing thread has its key.');
        // Where the thread is under another key, this one is remembered too: a signal that comes late may put it here.
        $named = $this->known->keys[$treatment->key] ??= new KeyState($treatment->key);
        $named->mentioned = $signal->at;
        $due = $signal->at + $treatment->hold;
        if ($due < $thread->due) {
            $thread->due = $due;
            if ($key->open === null) {
                $this->timetable->lookAt($key, $this->quiet->nextLoud($thread->item, $due));
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
            if ($thread->flaps($this->settings->flapTimes, $signal->at)) {
                $this->openings->open($key, $signal->at);
            }
        }
    }

    private function begin(Thread $thread, int $now, Treatment $treatment): void
    {
        $id = spl_object_id($thread);
        if ($thread->key !== null && $thread->key->key !== $treatment->key) {
            unset($thread->key->threads[$id]);
            $thread->expiryLook = $thread->edgeLook = null;
            $this->timetable->touched[$thread->key->key] = $thread->key;
        }
        $key = $this->known->keys[$treatment->key] ??= new KeyState($treatment->key);
        if ($key->firing === []) {
            $key->burstBegan = $now;
            [$key->hold, $key->settle, $key->burstFirst] = [$treatment->hold, $treatment->settle, $this->openings->signal->order ?? 0];
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
        $this->known->siblings[$thread->family][$id] = $thread;
        if ($key->open !== null) {
            $this->openings->gain($key->open, $thread, $now);
        }
        if (! $this->quiet->isQuiet($thread->item, $now) && $this->settings->flapTimes !== null) {
            $thread->beginnings = array_slice([...$thread->beginnings, $now], -$this->settings->flapTimes);
            $thread->span = $this->settings->flapSpan($treatment->hold);
            if ($thread->flaps($this->settings->flapTimes, $now)) {
                $thread->due = $now;
                $this->chronicle?->flaps($key->key, $now, count($thread->beginnings), $thread->span);
            }
        }
        $this->timetable->touched[$key->key] = $key;
        if ($key->open === null) {
            $this->timetable->lookAt($key, $this->quiet->nextLoud($thread->item, $thread->due));
        }
    }

    private function clear(ReplaySignal $signal): void
    {
        $treatment = $signal->treatment ?? $this->settings->treat($signal);
        $family = $signal->family();
        $own = $this->known->threads[Thread::named($family, $treatment->part)] ?? null;
        $cleared = match (true) {
            $own !== null && $own->isFiring => [$own],
            $treatment->part === '' => array_values($this->known->siblings[$family] ?? []),
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

    public function end(Thread $thread, int $now): void
    {
        $id = spl_object_id($thread);
        $key = $thread->key ?? throw new \LogicException('A firing thread has its key.');
        $thread->isFiring = false;
        unset($key->firing[$id], $this->known->siblings[$thread->family][$id]);
        if ($this->known->siblings[$thread->family] === []) {
            unset($this->known->siblings[$thread->family]);
        }
        $key->wasDue = $key->wasDue || $thread->due < $now;
        $this->timetable->touched[$key->key] = $key;
        if ($key->firing === []) {
            $key->clearSince = $now;
            if ($key->open === null) {
                $this->totals[$key->wasDue ? 'muted' : 'momentary']++;
            }
            $this->chronicle?->burstEnded($key->key, $now, $key->open !== null, $key->wasDue);
        }
    }

    /** Looks at the thread when it expires, if no look before that is due. */
    public function watchExpiry(Thread $thread, KeyState $key): void
    {
        $expiry = $thread->expiry($this->quiet);
        if ($expiry !== null && ($thread->expiryLook === null || $expiry < $thread->expiryLook)) {
            $thread->expiryLook = $expiry;
            $this->timetable->lookAt($key, $expiry);
        }
    }
}
