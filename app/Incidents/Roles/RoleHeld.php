<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Platform\Record;
use Carbon\CarbonImmutable;

/**
 * That somebody has a role in an incident, since when until when.
 *
 * @property int $id
 * @property int $incident_id
 * @property string $role
 * @property string $person_id
 * @property CarbonImmutable $since
 * @property CarbonImmutable|null $until null: they have it
 */
final class RoleHeld extends Record
{
    protected $table = 'incident_roles';

    protected $casts = ['incident_id' => 'integer', 'since' => 'immutable_datetime', 'until' => 'immutable_datetime'];
}
