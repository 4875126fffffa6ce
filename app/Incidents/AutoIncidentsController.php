<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Requests\AutoIncidentsRequest;
use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Once;
use App\Platform\Refused;
use App\Platform\Team;
use Illuminate\Http\RedirectResponse;
use Skarvo\Signals\IncidentConditions;
use Skarvo\Signals\Level;

/** Whether groups of a team's alerts become incidents by themselves, and when. */
final class AutoIncidentsController
{
    public function __invoke(AutoIncidentsRequest $request, Team $team): RedirectResponse
    {
        $input = $request->validated();
        $number = static fn(string $name): ?int => isset($input[$name]) ? (int) $input[$name] : null;
        $conditions = new IncidentConditions(
            $number('tier'), Level::tryFrom((string) ($input['level'] ?? '')), $number('alerts'), $number('minutes'),
        );
        if ($input['incidents'] !== 'off' && $conditions->words() === '') {
            throw Refused::because('Set a condition at least: without one, every alert would be an incident.', 'incidents');
        }
        Once::for($request, static function () use ($team, $input, $conditions, $request): void {
            $team->update(['auto_incidents' => $input['incidents'], 'auto_when' => $conditions->toArray()]);
            Journal::write(
                Actor::person(CurrentPerson::of($request)), IncidentEntry::AutoIncidentsChanged, ['team', $team->id],
                ['team' => $team->name],
            );
        });
        HandleAlerts::lookAgain();

        return back();
    }
}
