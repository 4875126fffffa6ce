<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Contracts\HearsAddresses;
use App\Platform\Contracts\HearsRoles;
use App\Platform\Database\Locked;
use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Role;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;

/**
 * Who somebody is, and the password with which they sign in. Call it inside a transaction.
 *
 * @phpstan-type Particulars array{name: string, title: string|null, email: string, team: string|null, roles: list<string>,
 *      time_zone: string, version: int}
 */
final class KeepParticulars
{
    public const SHORTEST_PASSWORD = 10;

    /**
     * @param  Particulars  $particulars  with the version that was on the screen
     *
     * @throws Refused if nobody would be an administrator any more, or somebody saved meanwhile
     */
    public function change(Person $person, array $particulars, Person $by): void
    {
        $version = Locked::at($particulars['version'], $person);
        if (
            $person->has(Role::Administrator)
                && ! in_array(Role::Administrator->value, $particulars['roles'], true)
                && self::administrators() < 2
        ) {
            throw Refused::because("$person->name is the only administrator. Make somebody else one first.");
        }
        $before = self::of($person);
        $person->update([
            'name' => trim($particulars['name']), 'title' => $particulars['title'], 'email' => $particulars['email'],
            'team_id' => $particulars['team'], 'roles' => $particulars['roles'], 'time_zone' => $particulars['time_zone'],
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
        if ($before['email'] !== $person->email) {
            foreach (Given::all(HearsAddresses::class) as $one) {
                $one->moved($person, $before['email'], $by);
            }
        }
        foreach ($before['roles'] === $person->roles ? [] : Given::all(HearsRoles::class) as $one) {
            $one->doesOtherThings($person, $by);
        }
        if ($changes !== []) {
            Journal::write(
                Actor::person($by), PlatformEntry::PersonChanged, ['person', $person->id],
                ['person' => $person->id, 'changes' => $changes],
            );
        }
    }

    /**
     * One's own, or by an administrator that of somebody else. Whoever is signed in with the old one elsewhere has to sign in anew.
     *
     * @param  string  $present  the one that there is; asked of oneself only
     *
     * @throws Refused if that is another, or the person has left
     */
    public function setPassword(Person $person, string $password, string $present, Person $by): void
    {
        Locked::again($person);
        if ($person->left_at !== null) {
            throw Refused::because("$person->name has left.", 'password');
        }
        if ($by->id === $person->id && ! Hash::check($present, (string) $person->getAuthPassword())) {
            throw Refused::because('That is not the password that you have now.', 'present');
        }
        $person->update(['password' => $password]);
        $person->setRememberToken(Str::random(60));
        $person->save();
        // Their own session goes on: it is known by the password that they have.
        Locked::again($by);
        Journal::write(Actor::person($by), PlatformEntry::PersonPassword, ['person', $person->id], ['person' => $person->id]);
    }

    /** @return Particulars */
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
