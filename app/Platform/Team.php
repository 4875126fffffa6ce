<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Database\Eloquent\Relations\HasMany;

/** @property string $id */
final class Team extends Record
{
    public $incrementing = false;

    protected $keyType = 'string';

    /** @return HasMany<Person, $this> */
    public function people(): HasMany
    {
        return $this->hasMany(Person::class)->orderBy('name');
    }
}
