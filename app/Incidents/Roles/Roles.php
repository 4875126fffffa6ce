<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Incidents\Major\MajorSettings;

/**
 * What one can be in an incident, besides its coordinator.
 *
 * @phpstan-import-type MajorRole from MajorSettings
 */
final class Roles
{
    private const ALWAYS = [['id' => 'lead', 'name' => 'Technical lead'], ['id' => 'communicator', 'name' => 'Communicator']];

    /** @return list<MajorRole> */
    public static function all(): array
    {
        return [...self::ALWAYS, ...MajorSettings::now()->roles];
    }

    /** @return string|null its name; null if there is none such */
    public static function name(string $role): ?string
    {
        return array_column(self::all(), 'name', 'id')[$role] ?? null;
    }
}
