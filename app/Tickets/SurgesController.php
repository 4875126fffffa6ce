<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Once;
use App\Platform\Refused;
use App\Tickets\Requests\DismissSurgeRequest;
use App\Tickets\Requests\LinkTicketsRequest;
use Illuminate\Http\RedirectResponse;

/** Somebody decides about a surge of reports. Declaring an incident from them is the way of every incident. */
final class SurgesController
{
    /** Its tickets belong to what is under way. */
    public function link(LinkTicketsRequest $request, FoundSurge $surge): RedirectResponse
    {
        $incident = Incident::query()->findOrFail((int) $request->validated()['incident']);
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($surge, $incident, $person, $request): void {
            self::begin($surge);
            foreach ($request->tickets() as $ticket) {
                (new WorkTickets($person))->link($ticket, $incident);
            }
            $surge->update(['state' => SurgeState::Confirmed, 'person_id' => $person->id, 'ended_at' => now()]);
            Journal::write(
                Actor::person($person), TicketEntry::SurgeConfirmed, [FoundSurge::KIND, $surge->id], ['service' => $surge->name()],
                ['service' => $surge->service_id, 'incident' => $incident->id],
            );
        });

        return back();
    }

    public function dismiss(DismissSurgeRequest $request, FoundSurge $surge): RedirectResponse
    {
        $why = (string) $request->validated()['why'];
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($surge, $why, $person): void {
            self::begin($surge);
            $surge->update(['state' => SurgeState::Dismissed, 'why' => $why, 'person_id' => $person->id, 'ended_at' => now()]);
            Journal::write(
                Actor::person($person), TicketEntry::SurgeDismissed, [FoundSurge::KIND, $surge->id],
                ['service' => $surge->name(), 'why' => $why], ['service' => $surge->service_id],
            );
        });

        return back();
    }

    private static function begin(FoundSurge $surge): void
    {
        Locked::again($surge);
        if ($surge->state !== SurgeState::Open) {
            throw Refused::because('This surge is decided already, or over.');
        }
    }
}
