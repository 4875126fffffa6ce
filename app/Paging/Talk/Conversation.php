<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Incident;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Where people write to each other about an incident, in a chat: inside only.
 *
 * @property int $id
 * @property int $incident_id
 * @property string $name as the chat calls it, after the incident with which it began
 * @property CarbonImmutable $opened_at
 * @property CarbonImmutable|null $closed_at null: it is open
 * @property string|null $trouble what the chat last refused; null: nothing
 * @property-read Incident $incident
 */
final class Conversation extends Record
{
    protected $table = 'conversations';

    protected $casts = ['incident_id' => 'integer', 'opened_at' => 'immutable_datetime', 'closed_at' => 'immutable_datetime'];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @param  Builder<Conversation>  $query */
    public function scopeOpen(Builder $query): void
    {
        $query->whereNull('closed_at');
    }

    public static function of(Incident $incident): ?self
    {
        return self::query()->open()->where('incident_id', $incident->id)->first();
    }
}
