<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Updates\Requests\ChangeAudienceRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;

/** Who is told of an incident, and how it goes with what they were told. */
final class AudienceController
{
    public function show(Incident $incident): JsonResponse
    {
        return new JsonResponse(AudienceShown::of($incident));
    }

    public function change(ChangeAudienceRequest $request, Incident $incident): RedirectResponse
    {
        (new ChangeAudience(CurrentPerson::of($request)))($incident, $request->subscription(), $request->isAdded());

        return back();
    }
}
