<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Incidents\Incident;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * That whoever coordinates an incident hands it to somebody, who has to say yes.
 *
 * @property int $id
 * @property int $incident_id
 * @property string $from_id
 * @property string $to_id
 * @property string $brief how it stands, and what comes next
 * @property CarbonImmutable $offered_at
 * @property CarbonImmutable|null $settled_at null: it waits for an answer
 * @property-read Incident $incident
 */
final class CoordinationOffer extends Record
{
    protected $table = 'coordination_offers';

    protected $casts = ['incident_id' => 'integer', 'offered_at' => 'immutable_datetime', 'settled_at' => 'immutable_datetime'];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @param  Builder<CoordinationOffer>  $query */
    public function scopeWaiting(Builder $query): void
    {
        $query->whereNull('settled_at');
    }

    /** Whatever was offered of an incident is settled: somebody took it, or it is over. */
    public static function settleAll(Incident $incident): void
    {
        self::query()->waiting()->where('incident_id', $incident->id)->update(['settled_at' => now()]);
    }
}
