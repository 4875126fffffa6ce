<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Look;
use App\Platform\Person;
use App\Platform\Team;

/** What people and teams are called, for who asks for one after the other: read once in a look at a screen. */
final class Names
{
    /** Their id, where nobody is known by it. */
    public static function person(?string $id): string
    {
        return $id === null ? '' : self::people()[$id] ?? $id;
    }

    public static function team(?string $id): string
    {
        $names = Look::once('names of teams', static fn(): array => Team::query()->pluck('name', 'id')->map(strval(...))->all());

        return $id === null ? '' : $names[$id] ?? $id;
    }

    /** @return array<array-key, string> by id */
    public static function people(): array
    {
        return Look::once('names of people', static fn(): array => Person::query()->pluck('name', 'id')->map(strval(...))->all());
    }
}
