<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property string $id
 * @property string $name
 * @property int $people_count where it was counted
 * @property int $version
 * @property string $auto_incidents off, suggest or do
 * @property array<array-key, mixed> $auto_when as IncidentConditions has it
 */
final class Team extends Record
{
    protected $table = 'teams';

    public $incrementing = false;

    protected $keyType = 'string';

    protected $casts = ['auto_when' => 'array', 'version' => 'integer'];

    protected $attributes = ['auto_incidents' => 'off', 'auto_when' => '{}'];

    /** @return HasMany<Person, $this> */
    public function people(): HasMany
    {
        return $this->hasMany(Person::class)->orderBy('name');
    }
}
