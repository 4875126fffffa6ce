<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Incidents\Incident;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * That somebody has a role in an incident, since when until when.
 *
 * @property int $id
 * @property int $incident_id
 * @property string $role
 * @property string $person_id
 * @property CarbonImmutable $since
 * @property CarbonImmutable|null $until null: they have it
 * @property-read Incident $incident
 */
final class RoleHeld extends Record
{
    protected $table = 'incident_roles';

    protected $casts = ['incident_id' => 'integer', 'since' => 'immutable_datetime', 'until' => 'immutable_datetime'];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }
}
