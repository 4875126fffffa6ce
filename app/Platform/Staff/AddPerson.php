<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Person;
use Illuminate\Support\Str;

/** Adds somebody, who is reached by mail at first. Call it inside a transaction. */
final class AddPerson
{
    /**
     * @param  string  $email  as it is typed; sign-in does not look at capitals
     * @param  list<string>  $roles  values of Role
     * @param  string|null  $password  null: they cannot sign in, and can still be paged
     */
    public static function as(
        string $name, string $email, ?string $team, array $roles, string $timeZone, ?string $password, Actor $by,
    ): Person {
        $base = Str::slug($name) ?: 'person';
        for ($id = $base, $n = 2; Person::query()->whereKey($id)->exists(); $n++) {
            $id = "$base-$n";
        }
        $person = Person::query()->create([
            'id' => $id, 'name' => trim($name), 'email' => self::address($email), 'team_id' => $team, 'roles' => $roles,
            'time_zone' => $timeZone, 'password' => $password, 'reach_rules' => [],
        ]);
        Contact::query()->create(['person_id' => $id, 'channel' => 'mail', 'address' => $person->email, 'after_seconds' => 0]);
        Journal::write($by, PlatformEntry::PersonMade, ['person', $id], ['person' => $person->id]);

        return $person;
    }

    /** An address as it is kept. */
    public static function address(string $email): string
    {
        return mb_strtolower(trim($email));
    }
}
