<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Updates\Requests\FollowOwnRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Whether whoever is signed in hears of an incident by mail. */
final class FollowOwnController
{
    public function show(Request $request, Incident $incident): JsonResponse
    {
        return new JsonResponse(['follows' => (new FollowOwn(CurrentPerson::of($request)))->follows($incident)]);
    }

    public function change(FollowOwnRequest $request, Incident $incident): JsonResponse
    {
        $own = new FollowOwn(CurrentPerson::of($request));
        $request->wants() ? $own->begin($incident) : $own->end($incident);

        return new JsonResponse(['follows' => $own->follows($incident)]);
    }
}
