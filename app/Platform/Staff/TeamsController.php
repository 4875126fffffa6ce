<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Once;
use App\Platform\Team;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** The teams of the organisation: who is called, and whose an item is. */
final class TeamsController
{
    public function store(Request $request, KeepTeams $teams): RedirectResponse
    {
        $name = self::name($request);
        Once::for($request, static fn() => $teams->make($name, CurrentPerson::of($request)));

        return back();
    }

    public function rename(Request $request, Team $team, KeepTeams $teams): RedirectResponse
    {
        [$name, $seen] = [self::name($request), Asked::number($request, 'version')];
        Once::for($request, static fn() => $teams->rename($team, $name, $seen, CurrentPerson::of($request)));

        return back();
    }

    public function drop(Request $request, Team $team, KeepTeams $teams): RedirectResponse
    {
        Once::for($request, static fn() => $teams->drop($team, CurrentPerson::of($request)));

        return back();
    }

    private static function name(Request $request): string
    {
        $request->merge(['name' => trim(Asked::text($request, 'name'))]);

        return (string) $request->validate(
            ['name' => ['required', 'string', 'max:80']], ['name.*' => 'Give the team a name of up to 80 characters.'],
        )['name'];
    }
}
