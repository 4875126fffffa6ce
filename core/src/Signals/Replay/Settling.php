<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * What is due at an instant, after its signals: threads that expire, closings, openings, each in order of key.
 *
 * @internal
 */
final class Settling
{
    public function __construct(
        private readonly Threads $known,
        private readonly Timetable $timetable,
        private readonly Openings $openings,
        private readonly Firings $firings,
        private readonly Settings $settings,
        private readonly QuietTimes $quiet,
        private readonly ?Chronicle $chronicle,
    ) {}

    public function at(int $now): void
    {
        $this->openings->signal = null;
        $keys = $this->timetable->due($now, $this->known->keys);
        foreach ($keys as $key) {
            $this->expireThreads($key, $now);
        }
        $this->timetable->touched = [];
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
            $expiry = $thread->expiry($this->quiet);
            if ($thread->isFiring && $expiry !== null && $expiry <= $now) {
                $this->chronicle?->expired($key->key, $now, (int) $thread->expire);
                $this->firings->end($thread, $now);
            } elseif ($thread->isFiring) {
                $this->firings->watchExpiry($thread, $key);
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
            $this->timetable->lookAt($key, $at);

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
                $this->timetable->lookAt($key, $edge);
            }
        }
        if (! $isCovered) {
            $key->coveredSince = null;
        } elseif ($key->coveredSince === null) {
            $key->coveredSince = $now;
            if ($key->hold > 0) {
                $this->timetable->lookAt($key, $now + $key->hold);
            }
        }
        if ($isDue || ($key->coveredSince !== null && $now - $key->coveredSince >= $key->hold)) {
            $this->openings->open($key, $now);
        }
    }
}
