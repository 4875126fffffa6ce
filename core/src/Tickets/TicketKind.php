<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

/** What a ticket asks for. */
enum TicketKind: string
{
    /** Something is wrong. */
    case Report = 'report';

    /** Something is wanted. */
    case Request = 'request';

    /** A piece of work for a team, of an incident or another ticket. */
    case Task = 'task';

    /** Whether somebody outside waits for it. */
    public function isReported(): bool
    {
        return $this !== self::Task;
    }
}
