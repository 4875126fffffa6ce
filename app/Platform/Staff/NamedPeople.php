<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Person;
use Illuminate\Database\Eloquent\Builder;

/** People who can be reached, and whom somebody means by a name. */
final class NamedPeople
{
    /**
     * Whom somebody named, by the whole name or its beginning, or by the beginning of the last name.
     *
     * @return list<Person> everybody whom it may mean
     */
    public static function named(string $name): array
    {
        $name = mb_strtolower(trim($name));
        if ($name === '') {
            return [];
        }
        $people = self::reachable()->orderBy('name')->get()->all();
        $words = static fn(Person $person): array => explode(' ', mb_strtolower($person->name));

        return array_values(array_filter($people, static fn(Person $p): bool => mb_strtolower($p->name) === $name || $p->id === $name))
            ?: array_values(array_filter(
                $people,
                static fn(Person $p): bool => str_starts_with(mb_strtolower($p->name), $name) || array_filter(
                    $words($p), static fn(string $word): bool => $word === $name,
                ) !== [],
            ));
    }

    /** @return Builder<Person> */
    public static function reachable(): Builder
    {
        return Person::query()->whereNull('left_at')->whereHas('contacts');
    }
}
