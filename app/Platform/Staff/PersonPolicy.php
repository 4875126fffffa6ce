<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Person;
use App\Platform\Role;

/** What people may do with the record of a person: their own, or as it is their work to keep others'. */
final class PersonPolicy
{
    /** How they are reached, and their password. */
    public function edit(Person $by, Person $person): bool
    {
        return $by->id === $person->id || $by->has(Role::Administrator);
    }

    /** When they are away. */
    public function excuse(Person $by, Person $person): bool
    {
        return $by->id === $person->id || $by->has(Role::Administrator, Role::Coordinator);
    }
}
