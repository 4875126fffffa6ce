<?php

declare(strict_types=1);

namespace App\Tickets\Together;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Under\Children;
use App\Platform\Person;
use App\Platform\Record;
use App\Tickets\Ticket;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\DB;

/**
 * What all who reported an incident are told, each once: those too who are linked to it later, until somebody stops it or it is over.
 *
 * @property int $id
 * @property int $incident_id
 * @property string $text
 * @property string $person_id
 * @property CarbonImmutable $at
 * @property CarbonImmutable|null $stopped_at null: whoever is linked to it later gets it too
 * @property-read Incident $incident
 * @property-read Person $person
 */
final class SharedAnswer extends Record
{
    protected $table = 'incident_answers';

    protected $casts = ['incident_id' => 'integer', 'at' => 'immutable_datetime', 'stopped_at' => 'immutable_datetime'];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    /**
     * Those that still go out.
     *
     * @param  Builder<SharedAnswer>  $query
     */
    public function scopeGoesOn(Builder $query): void
    {
        $query->whereNull('stopped_at')->whereHas('incident', static fn(Builder $incident) => $incident->whereNull('resolved_at'));
    }

    /** @return Builder<Ticket> of its reporters, those who have not been told yet */
    public function owed(): Builder
    {
        return Ticket::query()->open()
            ->whereIn('report_id', Report::query()->about([$this->incident_id, ...Children::of($this->incident_id)])->select('reports.id'))
            ->whereNotIn('report_id', DB::table('incident_answers_given')->where('answer_id', $this->id)->select('report_id'));
    }
}
