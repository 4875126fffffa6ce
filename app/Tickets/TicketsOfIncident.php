<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Targets\Promised;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Tickets\Steps\TaskTickets;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Incidents\Targets\HappeningKind;
use Skarvo\Tickets\TicketState;

/**
 * Tickets end with the incident that they belong to, and go on when it does. A sheet counts their reports, and their
 * reporters hear of it from the incident.
 */
final class TicketsOfIncident implements HasConsequences
{
    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        $isOver = $turn->kind === TurnKind::Resolved;
        if (! $isOver && $turn->kind !== TurnKind::Reopened) {
            return null;
        }
        $reports = Report::query()->about($incident->id)->pluck('id');
        /** @var Collection<int, Ticket> $tickets */
        $tickets = $isOver
            ? Ticket::query()->with('report')->whereIn('report_id', $reports)->open()->get()
            : Ticket::query()->with('report')->whereIn('report_id', $reports)->where('state', TicketState::Done)
                ->where('closed_at', '>=', $incident->resolved_at)->get();

        return new Foreseen(static fn(): array => [], static function () use ($tickets, $isOver, $incident, $turn): void {
            foreach ($tickets as $ticket) {
                foreach ($isOver ? [Promised::RESPOND, Promised::RESTORE] : [Promised::RESTORE] as $name) {
                    Promises::note($ticket, $isOver ? HappeningKind::Met : HappeningKind::Reopened, name: $name);
                }
                $ticket->update([
                    'state' => $isOver ? TicketState::Done : TicketState::Ours, 'closed_at' => $isOver ? now() : null,
                    'more_urgent' => null,
                    'offered_to_id' => null, 'offered_by_id' => null,
                ]);
                TaskTickets::followOwner($ticket);
                Promises::setTimes($ticket);
                // By mail they hear of it from the incident; a chat is ours.
                TellReporter::inChat(
                    $ticket, "incident-$ticket->id-$incident->version",
                    "$turn->public ".($isOver ? 'If it still does not work for you, say so here.' : 'We write again when it works.'),
                );
            }
        });
    }
}
