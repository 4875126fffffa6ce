<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\CurrentPerson;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Role;
use App\Platform\Staff\Requests\ChangePersonRequest;
use App\Platform\Staff\Requests\SetPasswordRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;

/** Who somebody is: name, team, what they may do; and the password with which they sign in. */
final class ParticularsController
{
    public const SHORTEST_PASSWORD = 10;

    public function update(ChangePersonRequest $request, Person $person): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($person, $input, $by): void {
            $version = Locked::at((int) $input['version'], $person);
            if (
                $person->has(Role::Administrator)
                    && ! in_array(Role::Administrator->value, $input['roles'], true)
                    && self::administrators() < 2
            ) {
                throw Refused::because("$person->name is the only administrator. Make somebody else one first.");
            }
            $before = self::of($person);
            $person->update([
                'name' => trim((string) $input['name']), 'title' => $input['title'] ?? null, 'email' => $input['email'],
                'team_id' => $input['team'] ?? null, 'roles' => array_values($input['roles']), 'time_zone' => $input['time_zone'],
                'version' => $version,
            ]);
            $changes = [];
            foreach (array_diff_key(self::of($person), ['version' => true]) as $field => $value) {
                if ($value !== $before[$field]) {
                    $changes[$field] = array_map(
                        static fn(mixed $one): string => is_array($one) ? implode(', ', $one) : (string) $one,
                        [$before[$field], $value],
                    );
                }
            }
            if ($changes !== []) {
                Journal::write(
                    Actor::person($by), PlatformEntry::PersonChanged, ['person', $person->id],
                    ['person' => $person->id, 'changes' => $changes],
                );
            }
        });

        return back();
    }

    /** One's own, or by an administrator that of somebody else. Whoever is signed in with the old one elsewhere has to sign in anew. */
    public function password(SetPasswordRequest $request, Person $person): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        $own = $by->id === $person->id;
        Gate::authorize('edit', $person);
        $input = $request->validated();
        Once::for($request, static function () use ($person, $own, $input, $by): void {
            Locked::again($person);
            if ($person->left_at !== null) {
                throw Refused::because("$person->name has left.", 'password');
            }
            if ($own && ! Hash::check((string) $input['present'], (string) $person->getAuthPassword())) {
                throw Refused::because('That is not the password that you have now.', 'present');
            }
            $person->update(['password' => $input['password']]);
            $person->setRememberToken(Str::random(60));
            $person->save();
            // Their own session goes on: it is known by the password that they have.
            Locked::again($by);
            Journal::write(Actor::person($by), PlatformEntry::PersonPassword, ['person', $person->id], ['person' => $person->id]);
        });

        return back();
    }

    /** @return array{name: string, title: string|null, email: string, team: string|null, roles: list<string>, time_zone: string, version: int} */
    public static function of(Person $person): array
    {
        return [
            'name' => $person->name, 'title' => $person->title, 'email' => $person->email, 'team' => $person->team_id,
            'roles' => $person->roles, 'time_zone' => $person->time_zone, 'version' => $person->version,
        ];
    }

    private static function administrators(): int
    {
        return Person::query()->whereNull('left_at')
            ->get()->filter(static fn(Person $person): bool => $person->has(Role::Administrator))->count();
    }
}
