<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Course\CourseNote;
use App\Platform\Record;
use App\Platform\Team;
use Carbon\CarbonImmutable;
use Carbon\CarbonInterface;
use Database\Factories\OccasionFactory;
use Illuminate\Database\Eloquent\Attributes\UseFactory;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Skarvo\Incidents\Urgency;

/**
 * What people are called for, and what others are owed updates of: an incident, or another record that takes people.
 *
 * Whose record it is keeps it like the record; whoever calls or owes looks at nothing else.
 *
 * @property int $id
 * @property string $kind of the record, such as `incident`
 * @property int $record_id
 * @property string $ref
 * @property string $title
 * @property Urgency $urgency
 * @property int $priority
 * @property string|null $service_id
 * @property string|null $team_id whose it is
 * @property string $path where it is worked on
 * @property CarbonImmutable $begun_at
 * @property CarbonImmutable|null $ended_at
 * @property CarbonImmutable|null $answered_at when somebody who was called answered, or people were told, for the first time
 * @property CarbonImmutable|null $next_update_at
 * @property CarbonImmutable|null $update_overdue_at
 */
#[UseFactory(OccasionFactory::class)]
final class Occasion extends Record
{
    /** @use HasFactory<OccasionFactory> */
    use HasFactory;

    protected $table = 'occasions';

    protected $casts = [
        'urgency' => Urgency::class, 'priority' => 'integer', 'record_id' => 'integer', 'begun_at' => 'immutable_datetime',
        'ended_at' => 'immutable_datetime', 'answered_at' => 'immutable_datetime', 'next_update_at' => 'immutable_datetime',
        'update_overdue_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    /**
     * Those of records of one kind.
     *
     * @param  Builder<Occasion>  $query
     * @param  int|list<int>  $ids
     */
    public function scopeOf(Builder $query, string $kind, int|array $ids): void
    {
        $query->where('kind', $kind)->whereIn('record_id', (array) $ids);
    }

    /** @param  Builder<Occasion>  $query */
    public function scopeOpen(Builder $query): void
    {
        $query->whereNull('ended_at');
    }

    public function isOpen(): bool
    {
        return $this->ended_at === null;
    }

    /** @return array<string, int> the record, as a journal entry names it */
    public function record(): array
    {
        return [$this->kind => $this->record_id];
    }

    /** Somebody answered: for the first time, or again. */
    public function answered(): void
    {
        self::query()->whereKey($this->id)->whereNull('answered_at')->update(['answered_at' => now()]);
        $this->refresh();
        $this->noteClocks();
    }

    /** An update is owed by then, or none; whatever was overdue of the last one is settled. */
    public function owes(?CarbonInterface $by): void
    {
        // Whatever is known of it here may be older than what the clock noted.
        self::query()->whereKey($this->id)->update(['next_update_at' => $by, 'update_overdue_at' => null]);
        $this->refresh();
        $this->noteClocks();
    }

    private function noteClocks(): void
    {
        if ($this->kind === Incident::KIND) {
            $incident = Incident::query()->findOrFail($this->record_id);
            CourseNote::clocks($incident->setRelation('occasion', $this));
        }
    }
}
