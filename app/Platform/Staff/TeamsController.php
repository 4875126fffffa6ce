<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Once;
use App\Platform\Staff\Requests\NameTeamRequest;
use App\Platform\Team;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** The teams of the organisation: who is called, and whose an item is. */
final class TeamsController
{
    public function store(NameTeamRequest $request, KeepTeams $teams): RedirectResponse
    {
        $name = (string) $request->validated()['name'];
        Once::for($request, static fn() => $teams->make($name, CurrentPerson::of($request)));

        return back();
    }

    public function rename(NameTeamRequest $request, Team $team, KeepTeams $teams): RedirectResponse
    {
        [$name, $seen] = [(string) $request->validated()['name'], Asked::number($request, 'version')];
        Once::for($request, static fn() => $teams->rename($team, $name, $seen, CurrentPerson::of($request)));

        return back();
    }

    public function drop(Request $request, Team $team, KeepTeams $teams): RedirectResponse
    {
        Once::for($request, static fn() => $teams->drop($team, CurrentPerson::of($request)));

        return back();
    }
}
