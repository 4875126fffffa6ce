<?php

declare(strict_types=1);

namespace App\Incidents\Course;

use App\Incidents\Incident;
use App\Incidents\Requests\RoomThenRequest;
use Illuminate\Http\JsonResponse;

/** `GET /incidents/{incident}/then`: the room as it was at a moment. */
final class CourseController
{
    public function __invoke(RoomThenRequest $request, Incident $incident): JsonResponse
    {
        return new JsonResponse(AsItWas::at($incident, (int) $request->validated()['at']));
    }
}
