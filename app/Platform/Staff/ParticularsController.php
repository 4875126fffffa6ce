<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Role;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;

/** Who somebody is: name, team, what they may do; and the password with which they sign in. */
final class ParticularsController
{
    public const SHORTEST_PASSWORD = 10;

    public function update(Request $request, Person $person): RedirectResponse
    {
        $request->merge(['email' => AddPerson::address(Asked::text($request, 'email'))]);
        $input = $request->validate([
            'name' => ['required', 'string', 'max:80'], 'title' => ['nullable', 'string', 'max:80'],
            'email' => ['required', 'email', 'max:200', Rule::unique('people', 'email')->ignore($person->id)],
            'team' => ['nullable', 'string', 'exists:teams,id'], 'roles' => ['present', 'array'],
            'roles.*' => [Rule::enum(Role::class)], 'time_zone' => ['required', 'timezone:all'], 'was' => ['required', 'array'],
        ],
            [
                'email.unique' => 'Somebody has this address already.', 'email.*' => 'Give an address of mail.',
                'name.*' => 'Give the name.', 'time_zone.*' => 'A zone such as Europe/Oslo.',
                'team.*' => 'There is no such team any more.',
            ]);
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($person, $input, $by): void {
            $person->refresh();
            if (self::of($person) != $input['was']) {
                throw Refused::because('Somebody changed this meanwhile. What you changed is still here: load the page in another window to see theirs.');
            }
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
            ]);
            $changes = [];
            foreach (self::of($person) as $field => $value) {
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
    public function password(Request $request, Person $person): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        $own = $by->id === $person->id;
        Gate::authorize('edit', $person);
        $input = $request->validate(
            [
                'password' => ['required', 'string', 'min:'.self::SHORTEST_PASSWORD, 'max:200', KnownPasswords::refuse()],
                'present' => [$own ? 'required' : 'nullable', 'string'],
            ],
            [
                'password.min' => 'A password has '.self::SHORTEST_PASSWORD.' to 200 characters.',
                'present.*' => 'Give the password that you have now.',
            ],
        );
        Once::for($request, static function () use ($person, $own, $input, $by): void {
            $person->refresh();
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
            $by->refresh();
            Journal::write(Actor::person($by), PlatformEntry::PersonPassword, ['person', $person->id], ['person' => $person->id]);
        });

        return back();
    }

    /** @return array{name: string, title: string|null, email: string, team: string|null, roles: list<string>, time_zone: string} */
    public static function of(Person $person): array
    {
        return [
            'name' => $person->name, 'title' => $person->title, 'email' => $person->email, 'team' => $person->team_id,
            'roles' => $person->roles, 'time_zone' => $person->time_zone,
        ];
    }

    private static function administrators(): int
    {
        return Person::query()->whereNull('left_at')
            ->get()->filter(static fn(Person $person): bool => $person->has(Role::Administrator))->count();
    }
}
