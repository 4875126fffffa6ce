<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * Opens alerts, or those again that have closed not long ago, and gives them the threads that fire.
 *
 * @internal
 */
final class Openings
{
    /** @var list<ReplayAlert> in the order in which they opened */
    public array $alerts = [];

    /** The signal that is being taken, or null while what is due is done. */
    public ?ReplaySignal $signal = null;

    /**
     * @param  int  $reopen  seconds for which an alert that has closed opens again
     * @param  bool  $leavesTraces  whether alerts know their threads and since when they have each item: what only goes on needs neither
     */
    public function __construct(
        private readonly int $reopen,
        private readonly Grouping $groups,
        private readonly ?Chronicle $chronicle,
        private readonly bool $leavesTraces,
    ) {}

    public function open(KeyState $key, int $now): void
    {
        $last = $key->last;
        $reopens = $last !== null && $last->closedAt !== null && $now - $last->closedAt <= $this->reopen;
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

    /** A thread fires under an alert that is open. */
    public function gain(ReplayAlert $alert, Thread $thread, int $now): void
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
}
