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
        return $id === null ? '' : self::teams()[$id] ?? $id;
    }

    /** @return array<array-key, string> by id, in the order of their names */
    public static function teams(): array
    {
        return Look::once('names of teams', static fn(): array => Team::query()->orderBy('name')->pluck('name', 'id')->map(strval(...))->all());
    }

    /** @return array<array-key, string> by id */
    public static function people(): array
    {
        return Look::once('names of people', static fn(): array => Person::query()->pluck('name', 'id')->map(strval(...))->all());
    }
}
