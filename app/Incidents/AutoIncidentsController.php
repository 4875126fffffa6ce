<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Requests\AutoIncidentsRequest;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Team;
use Illuminate\Http\RedirectResponse;
use Skarvo\Signals\IncidentConditions;
use Skarvo\Signals\Level;

/** Whether groups of a team's alerts become incidents by themselves, and when. */
final class AutoIncidentsController
{
    public function __invoke(AutoIncidentsRequest $request, Team $team, SetAutoIncidents $set): RedirectResponse
    {
        $input = $request->validated();
        $number = static fn(string $name): ?int => isset($input[$name]) ? (int) $input[$name] : null;
        $conditions = new IncidentConditions(
            $number('tier'), Level::tryFrom((string) ($input['level'] ?? '')), $number('alerts'), $number('minutes'),
        );
        Once::for($request, static fn() => $set($team, $input['incidents'], $conditions, CurrentPerson::of($request)));
        HandleAlerts::lookAgain();

        return back();
    }
}
