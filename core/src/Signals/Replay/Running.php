<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * A state that goes on: it takes signals, and then what time alone makes due.
 *
 * @phpstan-import-type State from Threads
 */
interface Running
{
    /** Takes the next signal, not earlier than the one before. */
    public function take(ReplaySignal $signal): void;

    /** Does what is due up to an instant, itself included, when no more signals come before it. */
    public function finish(int $until): void;

    /** The latest instant of which a signal was taken, or at which it was told to stand. */
    public function present(): ?int;

    /** @return State what it has come to, before what is due in the present instant is done */
    public function state(): array;

    /** When something is due next, if no signal comes; null: never. Ask after finish(). */
    public function nextLook(): ?int;

    /** @return list<ReplayAlert> all that were opened, or were there when a state was taken up, in the order of their opening */
    public function alerts(): array;

    /** @return array<array-key, array<array-key, true>> items of the threads that fire, by key */
    public function firing(): array;

    /** Whether anything fires or is open, or would be looked at in time. */
    public function isBusy(): bool;
}
