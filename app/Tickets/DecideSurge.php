<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;

/** Somebody decides about a surge of reports, once. Call it inside a transaction. */
final class DecideSurge
{
    /**
     * Its tickets belong to what is under way.
     *
     * @param  iterable<Ticket>  $tickets
     *
     * @throws Refused if it is decided or over, the incident is, or a ticket belongs to another
     */
    public function link(FoundSurge $surge, iterable $tickets, Incident $incident, Person $by): void
    {
        self::begin($surge);
        $work = new WorkTickets($by);
        foreach ($tickets as $ticket) {
            $work->link($ticket, $incident);
        }
        self::end($surge, SurgeState::Confirmed, TicketEntry::SurgeConfirmed, $by, '', $incident);
    }

    /** @throws Refused if it is decided or over */
    public function dismiss(FoundSurge $surge, string $why, Person $by): void
    {
        self::begin($surge);
        self::end($surge, SurgeState::Dismissed, TicketEntry::SurgeDismissed, $by, $why);
    }

    private static function begin(FoundSurge $surge): void
    {
        Locked::again($surge);
        if ($surge->state !== SurgeState::Open) {
            throw Refused::because('This surge is decided already, or over.');
        }
    }

    private static function end(
        FoundSurge $surge, SurgeState $state, TicketEntry $kind, Person $by, string $why, ?Incident $incident = null,
    ): void {
        $surge->update(['state' => $state, 'why' => $why === '' ? null : $why, 'person_id' => $by->id, 'ended_at' => now()]);
        Journal::write(
            Actor::person($by), $kind, [FoundSurge::KIND, $surge->id],
            ['service' => $surge->name(), ...($why === '' ? [] : ['why' => $why])],
            ['service' => $surge->service_id, 'incident' => $incident?->id],
        );
    }
}
