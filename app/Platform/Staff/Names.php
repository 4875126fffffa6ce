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
        return $id === null ? '' : self::known()[$id][0] ?? $id;
    }

    public static function team(?string $id): string
    {
        return $id === null ? '' : self::teams()[$id] ?? $id;
    }

    /** @return array<array-key, string> by id, in the order of their names */
    public static function teams(): array
    {
        return Look::once(
            'names of teams', static fn(): array => Team::query()->orderBy('name')->pluck('name', 'id')->map(strval(...))->all()
        );
    }

    /** @return list<array{id: string, name: string}> those one can choose among */
    public static function teamChoices(): array
    {
        return array_map(
            static fn(int|string $id, string $name): array => ['id' => (string) $id, 'name' => $name], array_keys(self::teams()),
            self::teams(),
        );
    }

    /** The team of a person; null if they have none. */
    public static function teamOf(string $person): ?string
    {
        return self::known()[$person][1] ?? null;
    }

    /** @return array<array-key, string> by id */
    public static function people(): array
    {
        return array_map(static fn(array $one): string => $one[0], self::known());
    }

    /** @return array<array-key, array{string, string|null}> name and team, by id */
    private static function known(): array
    {
        return Look::once('names of people', static fn(): array => Person::query()->get(['id', 'name', 'team_id'])
            ->mapWithKeys(static fn(Person $one): array => [$one->id => [$one->name, $one->team_id]])->all());
    }
}
