<?php

declare(strict_types=1);

namespace App\Platform;

use Inertia\Inertia;
use Inertia\Response;

/** Who may do what: everybody may look at it. */
final class RolesController
{
    public function __invoke(): Response
    {
        return Inertia::render('Platform/Roles', [
            'roles' => array_map(
                static fn(Role $role): array => [
                    'value' => $role->value, 'words' => $role->words(),
                    'people' => Person::query()->whereNull('left_at')
                        ->get(['id', 'name', 'roles'])->filter(static fn(Person $person): bool => $person->has($role))
                        ->count(),
                ],
                Role::cases(),
            ),
            'deeds' => array_map(static fn(Deed $deed): array => [
                'words' => $deed->words(), 'roles' => array_map(static fn(Role $role): string => $role->value, $deed->roles()),
                'own' => array_values(array_map(
                    static fn(Role $role): string => $role->value, array_filter($deed->roles(), $deed->isForOwnTeam(...)),
                )),
            ], Deed::cases()),
        ]);
    }
}
