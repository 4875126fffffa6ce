<?php

declare(strict_types=1);

namespace App\Platform;

use App\Platform\Staff\Contact;
use Database\Factories\PersonFactory;
use Illuminate\Database\Eloquent\Attributes\UseFactory;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Foundation\Auth\User;

/**
 * Somebody who works in operations. Those with a password can sign in.
 *
 * @property string $id
 * @property string $name
 * @property list<string> $roles
 * @property string|null $team_id
 * @property string $email
 * @property string|null $password hashed
 * @property string $time_zone
 * @property list<array{urgencies: list<string>, hours: array{days: list<string>, from: string, to: string}|null, contacts: list<array{channel: string, after: int}>}> $reach_rules
 * @property int $version of their particulars
 * @property int $reach_version of how they are reached
 * @property \Carbon\CarbonImmutable|null $left_at
 */
#[UseFactory(PersonFactory::class)]
final class Person extends User
{
    /** @use HasFactory<PersonFactory> */
    use HasFactory;

    public $timestamps = false;

    public $incrementing = false;

    protected $table = 'people';

    protected $keyType = 'string';

    protected $guarded = [];

    protected $hidden = ['password', 'remember_token'];

    protected $casts = ['roles' => 'array', 'password' => 'hashed', 'reach_rules' => 'array', 'left_at' => 'immutable_datetime'];

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    /** @return HasMany<Contact, $this> */
    public function contacts(): HasMany
    {
        return $this->hasMany(Contact::class)->orderBy('after_seconds')->orderBy('id');
    }

    public function has(Role ...$roles): bool
    {
        return array_intersect(array_map(static fn(Role $role): string => $role->value, $roles), $this->roles) !== [];
    }
}
