<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Incident;
use App\Platform\Record;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Skarvo\Incidents\Finding\HypothesisState;

/**
 * Something that may be the cause of an incident, how one would tell, and what came of it.
 *
 * @phpstan-type HypothesisLine array{
 *     id: int, text: string, check: string, state: value-of<HypothesisState>, result: string, item: string|null, by: string,
 *     person: array{id: string, name: string}|null, settledBy: string|null, made_at: CarbonImmutable, settled_at: CarbonImmutable|null,
 *     version: int,
 * }
 *
 * @property int $id
 * @property int $incident_id
 * @property string|null $item_id
 * @property string $text
 * @property string|null $check how one would tell
 * @property HypothesisState $state
 * @property string|null $result what came of it
 * @property string $made_by_id
 * @property string|null $person_id who looks into it
 * @property string|null $settled_by_id
 * @property CarbonImmutable $made_at
 * @property CarbonImmutable|null $settled_at
 * @property int $version
 * @property-read Incident $incident
 */
final class Hypothesis extends Record
{
    protected $table = 'hypotheses';

    protected $casts = [
        'incident_id' => 'integer', 'state' => HypothesisState::class, 'made_at' => 'immutable_datetime',
        'settled_at' => 'immutable_datetime',
        'version' => 'integer',
    ];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @return HypothesisLine */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'text' => $this->text, 'check' => $this->check ?? '', 'state' => $this->state->value,
            'result' => $this->result ?? '',
            'item' => $this->item_id, 'by' => Names::person($this->made_by_id),
            'person' => $this->person_id === null ? null : ['id' => $this->person_id, 'name' => Names::person($this->person_id)],
            'settledBy' => $this->settled_by_id === null ? null : Names::person($this->settled_by_id),
            'made_at' => $this->made_at, 'settled_at' => $this->settled_at, 'version' => $this->version,
        ];
    }
}
