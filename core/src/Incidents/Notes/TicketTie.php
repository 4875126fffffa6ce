<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Notes;

use Skarvo\Value\Must;

/** That two tickets belong together, for a time. */
final readonly class TicketTie
{
    /**
     * @param  int  $at  seconds since the epoch; belongs to its time
     * @param  int|null  $until  likewise; does not belong to it; null: it holds
     *
     * @throws \DomainException if it ties a ticket to itself, or ends before it begins
     */
    public function __construct(public string $from, public string $to, public string $kind, public int $at, public ?int $until = null)
    {
        Must::hold($from !== $to, "A link ties two tickets, not $from with itself.");
        Must::hold($until === null || $until > $at, 'A link ends after it begins.');
    }

    public function holdsAt(int $instant): bool
    {
        return $instant >= $this->at && ($this->until === null || $instant < $this->until);
    }
}
