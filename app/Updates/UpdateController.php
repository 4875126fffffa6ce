<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Updates\Requests\PublishUpdateRequest;
use App\Updates\Versions\WrittenUpdate;
use Illuminate\Http\RedirectResponse;

final class UpdateController
{
    public function store(PublishUpdateRequest $request, Incident $incident, PublishUpdate $publish): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $publish(
            $incident, (int) $input['number'], WrittenUpdate::of($input, now()->addMinutes((int) $input['next_minutes'])->getTimestamp()),
            (int) $input['next_minutes'], CurrentPerson::of($request), $input['despite'] ?? null, $input['longer'] ?? null,
            isset($input['corrects']) ? (int) $input['corrects'] : null, (int) ($input['estimates'] ?? 0),
        ));

        return back();
    }
}
