<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Skarvo\Tickets\TicketState;

/** What is the same whatever somebody does with a ticket: it is open, and what they do stands in its story. */
trait DoesWithTickets
{
    public function __construct(private readonly Person $by) {}

    /** @throws Refused if it is closed */
    private function begin(Ticket $ticket): void
    {
        Locked::again($ticket);
        if ($ticket->state === TicketState::Done) {
            $how = $ticket->kind->isReported() ? 'Only its reporter can open it again.' : 'Take its step up again to go on.';
            throw Refused::because("{$ticket->ref()} is closed already. $how");
        }
    }

    /** As it is once somebody has looked at it. */
    private static function begun(Ticket $ticket): TicketState
    {
        return $ticket->state === TicketState::New ? TicketState::Ours : $ticket->state;
    }

    /** @param  array<string, mixed>  $facts */
    private function write(TicketEntry $kind, Ticket $ticket, array $facts = []): void
    {
        // What becomes of a task is part of the story of what it belongs to.
        $owner = $ticket->task?->owner();
        Journal::write(
            Actor::person($this->by), $kind, $ticket->subject(), ['ref' => $ticket->ref(), ...$facts],
            ['report' => $ticket->report_id, ...($owner === null ? [] : [$owner::KIND => $owner->id])],
        );
    }
}
