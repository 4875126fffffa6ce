<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;

/**
 * What most signals of a flood are: repeats of the one thread of a state, whose alert is open. They count it on, and
 * nothing else can come of them. It comes to what Bursts would come to, in a fraction of the time.
 *
 * @phpstan-import-type State from Threads
 * @phpstan-import-type ThreadRow from Thread
 * @phpstan-import-type KeyRow from KeyState
 * @phpstan-import-type AlertRow from ReplayAlert
 *
 * @internal
 */
final class Repeats implements Running
{
    /** When its expiry is looked at next, which may be sooner than it expires. */
    private ?int $look;

    /**
     * @param  ThreadRow  $thread
     * @param  KeyRow  $key
     * @param  AlertRow  $alert
     */
    private function __construct(
        private int $present,
        private array $thread,
        private array $key,
        private array $alert,
        private readonly QuietTimes $quiet,
    ) {
        $this->look = $this->expiry();
    }

    /**
     * @param  State  $state
     * @param  list<ReplaySignal>  $signals  in order, each with its treatment
     * @return self|null null: they are more than that
     */
    public static function of(array $state, array $signals, QuietTimes $quiet): ?self
    {
        [$thread, $key] = [$state['threads'][0] ?? null, $state['keys'][0] ?? null];
        if (
            $thread === null || count($state['threads']) > 1 || $key === null || count($state['keys']) > 1 || $state['present'] === null
            || ! $thread['fires'] || $key['open'] === null || $thread['key'] !== $key['key']
        ) {
            return null;
        }
        $repeats = new self($state['present'], $thread, $key, $key['open'], $quiet);

        return $repeats->areAll($signals) ? $repeats : null;
    }

    public function take(ReplaySignal $signal): void
    {
        $treatment = $signal->treatment ?? throw new \LogicException('It was looked at before.');
        if ($this->look !== null && $this->look < $signal->at) {
            $this->look = $this->expiry();
        }
        $this->goOn($signal->at, $treatment);
        $this->key['mentioned'] = $signal->at;
        $this->alert['count']++;
        $this->alert['level'] = Level::from($this->alert['level'])->worseOf($treatment->level)->value;
        [$this->alert['last'], $this->alert['latest']] = [$signal->at, $signal->order];
        $expiry = $this->expiry();
        if ($expiry !== null && ($this->look === null || $expiry < $this->look)) {
            $this->look = $expiry;
        }
    }

    /** Whether nothing but a look is due up to an instant: if not, Bursts has to find out what comes of it. */
    public function standsUntil(int $until): bool
    {
        $expiry = $this->expiry();

        return $expiry === null || $expiry > $until;
    }

    public function finish(int $until): void
    {
        if ($this->look !== null && $this->look <= $until) {
            $this->look = $this->expiry();
        }
    }

    public function present(): int
    {
        return $this->present;
    }

    public function state(): array
    {
        return ['present' => $this->present, 'threads' => [$this->thread], 'keys' => [[...$this->key, 'open' => $this->alert]]];
    }

    public function nextLook(): ?int
    {
        return $this->look;
    }

    public function alerts(): array
    {
        $open = ReplayAlert::ofState($this->key['key'], $this->alert);

        return $this->key['over'] === null ? [$open] : [ReplayAlert::ofState($this->key['key'], $this->key['over']), $open];
    }

    public function firing(): array
    {
        return $this->thread['item'] === null ? [] : [$this->key['key'] => [$this->thread['item'] => true]];
    }

    public function isBusy(): bool
    {
        return true;
    }

    /** @param  list<ReplaySignal>  $signals */
    private function areAll(array $signals): bool
    {
        $going = clone $this;
        foreach ($signals as $signal) {
            $treatment = $signal->treatment;
            if (
                $signal->condition !== Condition::Firing || $treatment === null || $signal->at < $going->present
                || $treatment->key !== $this->key['key'] || $treatment->part !== $this->thread['part']
                || $signal->family() !== $this->thread['family'] || ! $going->standsUntil($signal->at - 1)
            ) {
                return false;
            }
            $going->goOn($signal->at, $treatment);
        }

        return true;
    }

    private function goOn(int $at, Treatment $treatment): void
    {
        $this->present = $this->thread['last'] = $at;
        $this->thread['due'] = min($this->thread['due'], $at + $treatment->hold);
        $this->thread['expire'] = $treatment->expire;
    }

    /** When it expires if no further signal comes; null: never. */
    private function expiry(): ?int
    {
        return $this->thread['expire'] === null
            ? null
            : max($this->thread['last'], $this->quiet->nextLoud($this->thread['item'], $this->thread['due'])) + $this->thread['expire'];
    }
}
