<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Incidents\Incident;
use App\Incidents\Requests\AnswerOfferRequest;
use App\Incidents\Requests\GiveRoleRequest;
use App\Incidents\Requests\OfferCoordinationRequest;
use App\Incidents\WhoTakesPart;
use App\Platform\CurrentPerson;
use App\Platform\Deed;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Http\RedirectResponse;

/** Who does what in an incident. */
final class GivenRolesController
{
    public function give(GiveRoleRequest $request, Incident $incident, GiveRole $give): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        $to = isset($input['person']) ? Person::query()->findOrFail((string) $input['person']) : null;
        $was = $input['was'] ?? null;
        if (! Deed::RunIncidents->isAllowedTo($by)) {
            WhoTakesPart::must($incident, $by);
            if (array_diff(array_filter([$to?->id, $was]), [$by->id]) !== []) {
                throw Refused::because('You can take a role that nobody has, and lay down your own. A coordinator gives roles to others.');
            }
        }
        Once::for($request, static fn() => $give($incident, (string) $input['role'], $to, $was, $by));

        return back();
    }

    public function offer(OfferCoordinationRequest $request, Incident $incident, HandOverCoordination $hand): RedirectResponse
    {
        $input = $request->validated();
        $to = Person::query()->findOrFail((string) $input['person']);
        Once::for($request, static fn() => $hand->offer($incident, $to, $input['brief'], CurrentPerson::of($request)));

        return back();
    }

    public function answer(AnswerOfferRequest $request, Incident $incident, HandOverCoordination $hand): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $hand->answer(
            $incident, (bool) $input['accept'], (string) ($input['why'] ?? ''), CurrentPerson::of($request),
        ));

        return back();
    }
}
