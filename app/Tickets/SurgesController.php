<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Tickets\Requests\DismissSurgeRequest;
use App\Tickets\Requests\LinkTicketsRequest;
use Illuminate\Http\RedirectResponse;

/** Somebody decides about a surge of reports. Declaring an incident from them is the way of every incident. */
final class SurgesController
{
    public function link(LinkTicketsRequest $request, FoundSurge $surge, DecideSurge $decide): RedirectResponse
    {
        $incident = Incident::query()->findOrFail((int) $request->validated()['incident']);
        $person = CurrentPerson::of($request);
        Once::for($request, static fn() => $decide->link($surge, $request->tickets(), $incident, $person));

        return back();
    }

    public function dismiss(DismissSurgeRequest $request, FoundSurge $surge, DecideSurge $decide): RedirectResponse
    {
        $why = (string) $request->validated()['why'];
        $person = CurrentPerson::of($request);
        Once::for($request, static fn() => $decide->dismiss($surge, $why, $person));

        return back();
    }
}
