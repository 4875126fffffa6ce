<?php

declare(strict_types=1);

namespace Skarvo\Signals;

/**
 * Decides what a signal makes of the alert of its key: opens it, goes on with it, closes it, or opens it again.
 *
 * A signal is taken when it arrives. One that is older than the alert's last word counts, but cannot close or reopen.
 */
final readonly class Alerting
{
    /** @param  int  $reopen  seconds after closing within which the alert opens again in place of a new one */
    public function __construct(private int $reopen) {}

    /**
     * @param  AlertState|null  $latest  of the signal's key
     * @return AlertState|null null if the signal changes nothing
     */
    public function take(Signal $signal, ?AlertState $latest): ?AlertState
    {
        return $signal->condition === Condition::Firing ? $this->fire($signal, $latest) : $this->clear($signal, $latest);
    }

    /** Whether the signal starts an alert of its own, rather than changing the latest one. */
    public function startsAnew(Signal $signal, ?AlertState $latest): bool
    {
        return $signal->condition === Condition::Firing
            && ($latest === null || ($latest->closedAt !== null && $signal->at - $latest->closedAt > $this->reopen));
    }

    private function fire(Signal $signal, ?AlertState $latest): AlertState
    {
        if ($latest === null || $this->startsAnew($signal, $latest)) {
            return new AlertState($signal->level, $signal->at, $signal->at, null, 1, 0);
        }
        $isLate = $latest->closedAt !== null && $signal->at < $latest->closedAt;
        $reopens = $latest->closedAt !== null && ! $isLate;

        return new AlertState(
            $latest->level->worseOf($signal->level),
            min($latest->firstSignalAt, $signal->at),
            max($latest->lastSignalAt, $signal->at),
            $reopens ? null : $latest->closedAt,
            $latest->count + 1,
            $latest->flips + ($reopens ? 1 : 0),
        );
    }

    private function clear(Signal $signal, ?AlertState $latest): ?AlertState
    {
        if ($latest === null || ! $latest->isOpen() || $signal->at < $latest->lastSignalAt) {
            return null;
        }

        return new AlertState($latest->level, $latest->firstSignalAt, $signal->at, $signal->at, $latest->count, $latest->flips);
    }
}
