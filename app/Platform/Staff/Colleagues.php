<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Deed;
use App\Platform\Person;
use Inertia\Inertia;
use Inertia\OptionalProp;

/**
 * Everybody who works here, for who chooses one of them.
 *
 * @phpstan-type Colleague array{id: string, name: string, coordinates: bool}
 */
final class Colleagues
{
    /** As a prop: they are many, and only whoever chooses one asks. */
    public static function prop(): OptionalProp
    {
        return Inertia::optional(static fn(): array => self::all());
    }

    /** @return list<Colleague> by name */
    private static function all(): array
    {
        return array_values(Person::query()->whereNull('left_at')->orderBy('name')->get()->map(static fn(Person $one): array => [
            'id' => $one->id, 'name' => $one->name, 'coordinates' => Deed::RunIncidents->isAllowedTo($one),
        ])->all());
    }
}
