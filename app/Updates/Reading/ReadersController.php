<?php

declare(strict_types=1);

namespace App\Updates\Reading;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Person;
use App\Updates\Requests\ReadRequest;
use App\Updates\Requests\RemindRequest;
use App\Updates\Update;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;

/** That somebody has read an update, and who has not. */
final class ReadersController
{
    public function show(Incident $incident): JsonResponse
    {
        return new JsonResponse(['readers' => Readers::of($incident)]);
    }

    public function read(ReadRequest $request, Update $update): JsonResponse
    {
        Readers::note($update, CurrentPerson::of($request), $request->isConfirmed());

        return new JsonResponse(['read' => $request->isConfirmed()]);
    }

    public function remind(RemindRequest $request, Update $update): RedirectResponse
    {
        Once::for($request, static function () use ($request, $update): void {
            Readers::remind($update, Person::query()->findOrFail((string) $request->validated()['person']));
        });

        return back();
    }
}
