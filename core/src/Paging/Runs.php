<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/**
 * All that goes out to people in the course of a call: a run for each step that reached somebody anew.
 *
 * @internal
 */
final class Runs
{
    /** @var list<Page> what was sent, in order */
    public array $pages = [];

    /** @var list<Run> */
    private array $runs = [];

    /** @var array<array-key, Run> the latest run, by person */
    private array $latest = [];

    /**
     * Begins with somebody's contacts, unless some are still to be sent to them.
     *
     * @param  list<Contact>  $contacts
     */
    public function begin(string $person, array $contacts, int $round, int $step, int $now): void
    {
        if ($contacts !== [] && ! (isset($this->latest[$person]) && $this->latest[$person]->hasUnsent())) {
            $this->runs[] = $this->latest[$person] = new Run($person, $contacts, $round, $step, $now);
        }
    }

    public function end(string $person): void
    {
        if (isset($this->latest[$person])) {
            $this->latest[$person]->ended = true;
        }
    }

    /** A page came back: the next contact goes at once, or, while somebody has the call, is due by now. */
    public function comeBack(string $person, string $channel, bool $isHeld, int $now): void
    {
        $run = $this->latest[$person] ?? null;
        if ($run === null || ! $run->comeBack($channel) || ! $run->hasUnsent()) {
            return;
        }
        if ($isHeld) {
            $run->nextIsDueBy($now);
        } else {
            $this->send($run, $now);
        }
    }

    /** Whether nothing got through to somebody, on any of their contacts. */
    public function cameBackWhole(string $person): bool
    {
        return isset($this->latest[$person]) && $this->latest[$person]->cameBackWhole();
    }

    /** Whether of all who were paged there is none who could still answer. */
    public function nobodyIsLeft(): bool
    {
        foreach ($this->latest as $run) {
            if (! $run->ended && ! $run->cameBackWhole()) {
                return false;
            }
        }

        return true;
    }

    public function hasUnsent(): bool
    {
        foreach ($this->runs as $run) {
            if ($run->hasUnsent()) {
                return true;
            }
        }

        return false;
    }

    public function sendDue(int $now): void
    {
        foreach ($this->runs as $run) {
            while (($due = $run->nextDue()) !== null && $due <= $now) {
                $this->send($run, $now);
            }
        }
    }

    /** When the next contact is due; null: nothing is to be sent. */
    public function nextDue(): ?int
    {
        $next = null;
        foreach ($this->runs as $run) {
            $due = $run->nextDue();
            $next = $due === null ? $next : min($next ?? $due, $due);
        }

        return $next;
    }

    private function send(Run $run, int $now): void
    {
        $this->pages[] = new Page($now, $run->person, $run->contacts[$run->sent++]->channel, $run->round, $run->step);
    }
}
