<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Staff\Requests\ChangePersonRequest;
use App\Platform\Staff\Requests\SetPasswordRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\Gate;

/** Who somebody is: name, team, what they may do; and the password with which they sign in. */
final class ParticularsController
{
    public function update(ChangePersonRequest $request, Person $person, KeepParticulars $keep): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $person, $input, $by): void {
            $keep->change($person, [
                'name' => (string) $input['name'], 'title' => $input['title'] ?? null, 'email' => (string) $input['email'],
                'team' => $input['team'] ?? null, 'roles' => array_values($input['roles']),
                'time_zone' => (string) $input['time_zone'], 'version' => (int) $input['version'],
            ], $by);
        });

        return back();
    }

    public function password(SetPasswordRequest $request, Person $person, KeepParticulars $keep): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Gate::authorize('edit', $person);
        $input = $request->validated();
        Once::for($request, static function () use ($keep, $person, $input, $by): void {
            $keep->setPassword($person, (string) $input['password'], (string) ($input['present'] ?? ''), $by);
        });

        return back();
    }
}
