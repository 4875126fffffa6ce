<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Updates\Requests\ChangeAudienceRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** Who is told of an incident, and how it goes with what they were told. */
final class AudienceController
{
    /** With `told`, only how it goes: that is asked for again and again. */
    public function show(Request $request, Incident $incident): JsonResponse
    {
        return new JsonResponse($request->has('told') ? ['updates' => AudienceShown::told($incident)] : AudienceShown::of($incident));
    }

    public function change(ChangeAudienceRequest $request, Incident $incident): RedirectResponse
    {
        Once::for($request, static function () use ($incident, $request): void {
            (new ChangeAudience(CurrentPerson::of($request)))($incident, $request->subscription(), $request->isAdded());
        });

        return back();
    }
}
