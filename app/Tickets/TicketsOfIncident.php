<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Contracts\FollowsReports;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Targets\Promised;
use App\Tickets\Steps\TaskTickets;
use Skarvo\Incidents\Targets\TargetHappeningKind;
use Skarvo\Tickets\TicketState;

/** Tickets end with the incident that their reports belong to, and go on when it does. Their reporters hear of it from the incident. */
final class TicketsOfIncident implements FollowsReports
{
    public function ended(Report $report, Incident $incident, string $public): void
    {
        foreach (Ticket::query()->with('report')->where('report_id', $report->id)->open()->get() as $ticket) {
            Promises::note($ticket, TargetHappeningKind::Met, name: Promised::RESPOND);
            Promises::note($ticket, TargetHappeningKind::Met, name: Promised::RESTORE);
            $this->follow($ticket, $incident, TicketState::Done, "$public If it still does not work for you, say so here.");
        }
    }

    public function again(Report $report, Incident $incident, string $public): void
    {
        $closed = Ticket::query()->with('report')->where('report_id', $report->id)->where('state', TicketState::Done)
            ->where('closed_at', '>=', $incident->again_since)->get();
        foreach ($closed as $ticket) {
            Promises::note($ticket, TargetHappeningKind::Reopened, name: Promised::RESTORE);
            Promises::goesOn($ticket);
            $this->follow($ticket, $incident, TicketState::Ours, "$public We write again when it works.");
        }
    }

    private function follow(Ticket $ticket, Incident $incident, TicketState $state, string $text): void
    {
        $ticket->update([
            'state' => $state, 'closed_at' => $state === TicketState::Done ? now() : null, 'more_urgent' => null, 'offered_to_id' => null,
            'offered_by_id' => null,
        ]);
        TaskTickets::followOwner($ticket);
        Promises::setTimes($ticket);
        // By mail they hear of it from the incident; a chat is ours.
        TellReporter::inChat($ticket, "incident-$ticket->id-$incident->version", $text);
    }
}
