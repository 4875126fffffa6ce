<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Incident;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Skarvo\Incidents\Finding\OptionKind;

/**
 * What can be done about an incident, and what it takes.
 *
 * @property int $id
 * @property int $incident_id
 * @property OptionKind $kind
 * @property string $text
 * @property int|null $minutes
 * @property string|null $risk
 * @property list<string> $items that it takes down while it is done
 * @property string $made_by_id
 * @property string|null $chosen_by_id
 * @property CarbonImmutable $made_at
 * @property CarbonImmutable|null $chosen_at
 * @property CarbonImmutable|null $dropped_at
 * @property string|null $why it was chosen
 * @property-read Incident $incident
 */
final class Option extends Record
{
    protected $table = 'incident_options';

    protected $casts = [
        'incident_id' => 'integer', 'kind' => OptionKind::class, 'minutes' => 'integer', 'items' => 'array',
        'made_at' => 'immutable_datetime',
        'chosen_at' => 'immutable_datetime', 'dropped_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }
}
