<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Requests\BeginningRequest;
use App\Incidents\Requests\DeclareIncidentRequest;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Team;
use App\Signals\Alert;
use App\Topology\Item;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;

/** Declaring an incident, from whatever somebody begins with: what is known comes filled in. */
final class DeclareController
{
    /** Takes a POST, as thousands of alerts do not fit into an address. It changes nothing. */
    public function propose(BeginningRequest $request, ProposeIncident $propose): JsonResponse
    {
        $from = $request->beginning();
        abort_if($from->alerts !== [] && Alert::query()->whereKey($from->alerts)->doesntExist(), 404);

        return new JsonResponse($propose($from));
    }

    public function store(DeclareIncidentRequest $request, DeclareIncident $declare): RedirectResponse
    {
        $from = $request->beginning();
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        $incident = null;
        Once::for($request, static function () use (&$incident, $declare, $from, $input, $person): void {
            $incident = $declare(
                $from, $input['title'], isset($input['service']) ? Item::query()->findOrFail((string) $input['service']) : null,
                Impact::from($input['impact']), Urgency::from($input['urgency']),
                isset($input['team']) ? Team::query()->find((string) $input['team']) : null, $person,
            );
        });
        // A repeated request finds what the first one made.
        $id = $incident->id ?? Incident::query()->where('coordinator_id', $person->id)
            ->where('title', $input['title'])->latest('id')->value('id');

        return $id === null ? back() : redirect()->route('room', $id);
    }
}
