<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/**
 * A person's contacts on their way, as one step started them.
 *
 * @internal
 */
final class Run
{
    /** @var array<int, int> when each contact is due, seconds since the epoch */
    public array $due = [];

    /** How many contacts were sent; they go in order. */
    public int $sent = 0;

    /** @var array<int, true> indexes of contacts whose delivery came back */
    public array $returned = [];

    public bool $ended = false;

    /** @param  non-empty-list<Contact>  $contacts */
    public function __construct(
        public readonly string $person,
        public readonly array $contacts,
        public readonly int $round,
        public readonly int $step,
        int $start,
    ) {
        foreach ($contacts as $contact) {
            $this->due[] = $start + $contact->after;
        }
    }

    public function hasUnsent(): bool
    {
        return ! $this->ended && $this->sent < count($this->contacts);
    }

    public function nextDue(): ?int
    {
        return $this->hasUnsent() ? $this->due[$this->sent] : null;
    }

    public function nextIsDueBy(int $now): void
    {
        $this->due[$this->sent] = min($this->due[$this->sent], $now);
    }

    public function cameBackWhole(): bool
    {
        return $this->sent === count($this->contacts) && count($this->returned) === count($this->contacts);
    }

    /** @return bool whether a page of this run was on that channel and had not come back before */
    public function comeBack(string $channel): bool
    {
        for ($i = 0; $i < $this->sent; $i++) {
            if ($this->contacts[$i]->channel === $channel && ! isset($this->returned[$i])) {
                return $this->returned[$i] = true;
            }
        }

        return false;
    }
}
