<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\Sql;
use App\Platform\Person;
use App\Platform\Record;
use App\Platform\Team;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Skarvo\Signals\Handling;
use Skarvo\Signals\Level;
use Skarvo\Topology\State;

/**
 * What Skarvo makes of a run of signals about one thing.
 *
 * @property int $id
 * @property string|null $item_id
 * @property Level $level
 * @property CarbonImmutable $first_signal_at
 * @property CarbonImmutable $last_signal_at
 * @property CarbonImmutable $opened_at
 * @property CarbonImmutable|null $closed_at
 * @property CarbonImmutable|null $taken_at
 * @property CarbonImmutable|null $wait_until
 * @property string|null $taken_by
 * @property string|null $team_id
 * @property int|null $incident_id
 * @property int|null $group_id
 * @property int|null $moved_to_id
 * @property Handling $handling
 * @property array<array-key, array{string, bool}> $items by item: since which stamp, whether something fires on it
 * @property list<string> $threads
 * @property CarbonImmutable|null $put_away_at
 * @property CarbonImmutable|null $mended_at
 * @property CarbonImmutable|null $withdrawn_at
 * @property CarbonImmutable|null $decide_again_at its incident was resolved while it still fired
 * @property CarbonImmutable|null $handle_at
 * @property CarbonImmutable|null $handled_at
 *
 * @phpstan-type AlertLine array{
 *     id: int, title: string, level: value-of<Level>, state: value-of<State>, item: string|null, item_named: string|null, check: string,
 *     source: string, count: int, flips: int, first_signal_at: CarbonImmutable, last_signal_at: CarbonImmutable,
 *     opened_at: CarbonImmutable,
 *     closed_at: CarbonImmutable|null, mended_at: CarbonImmutable|null, withdrawn_at: CarbonImmutable|null,
 *     put_away_at: CarbonImmutable|null, closed_reason: string|null, handling: value-of<Handling>, handle_at: CarbonImmutable|null,
 *     team: string|null, group: int|null, taken_at: CarbonImmutable|null, wait_until: CarbonImmutable|null, incident: int|null,
 * }
 */
final class Alert extends Record
{
    protected $table = 'alerts';

    protected $casts = [
        'level' => Level::class, 'count' => 'integer', 'flips' => 'integer',
        'first_signal_at' => 'immutable_datetime', 'last_signal_at' => 'immutable_datetime',
        'opened_at' => 'immutable_datetime', 'closed_at' => 'immutable_datetime',
        'taken_at' => 'immutable_datetime', 'wait_until' => 'immutable_datetime', 'decide_again_at' => 'immutable_datetime',
        'put_away_at' => 'immutable_datetime',
        'mended_at' => 'immutable_datetime', 'withdrawn_at' => 'immutable_datetime', 'handle_at' => 'immutable_datetime',
        'handled_at' => 'immutable_datetime',
        'items' => 'array', 'threads' => 'array', 'handling' => Handling::class,
    ];

    /** @return BelongsTo<Item, $this> */
    public function item(): BelongsTo
    {
        return $this->belongsTo(Item::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function taker(): BelongsTo
    {
        return $this->belongsTo(Person::class, 'taken_by');
    }

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    /**
     * Open, not part of an incident, and neither put off nor put away: what somebody has to decide about.
     *
     * @param  Builder<Alert>  $query
     */
    public function scopeUndecided(Builder $query): void
    {
        // Parts of one screen ask for the same, and are to see that it is.
        $now = now()->startOfSecond();
        Sql::byIndex($query->getQuery(), 'alerts_undecided_index');
        $this->scopeFree($query->whereNull('closed_at')->whereNull('put_away_at'));
        $query->where(fn(Builder $q) => $q->whereIn(
            'handling', [Handling::Decide, Handling::Page]
        )->orWhereNotNull('decide_again_at')->orWhere(
            fn(Builder $hours) => $hours->where('handling', Handling::Hours)->where('handle_at', '<=', $now),
        ))
            ->where(fn(Builder $q) => $q->whereNull('wait_until')->orWhere('wait_until', '<=', $now));
    }

    /**
     * Part of no incident, or of one that was resolved while it still fired.
     *
     * @param  Builder<Alert>  $query
     */
    public function scopeFree(Builder $query): void
    {
        $query->where(static fn(Builder $q) => $q->whereNull('incident_id')->orWhereNotNull('decide_again_at'));
    }

    /**
     * Open, and part of an incident.
     *
     * @param  Builder<Alert>  $query
     */
    public function scopeInIncidents(Builder $query): void
    {
        Sql::byIndex($query->getQuery(), 'alerts_firing_in_incidents_index');
        $query->whereNotNull('incident_id')->whereNull('closed_at');
    }

    /**
     * Open and let wait: until a time that is to come, or that has come.
     *
     * @param  Builder<Alert>  $query
     * @param  '<='|'>'  $than  now
     */
    public function scopeWaitsUntil(Builder $query, string $than): void
    {
        Sql::byIndex($query->getQuery(), 'alerts_wait_until_index');
        $this->scopeFree($query->whereNull('closed_at')->where('wait_until', $than, now()));
    }

    /** What is wrong, in the monitor's words if it gave any. */
    public function title(): string
    {
        return $this->summary ?? "$this->check on ".($this->item_named ?? $this->source);
    }

    /** @return AlertLine what a list shows of it */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'title' => $this->title(), 'level' => $this->level->value, 'state' => $this->level->observed()->value,
            'item' => $this->item_id, 'item_named' => $this->item_named, 'check' => $this->check, 'source' => $this->source,
            'count' => $this->count, 'flips' => $this->flips,
            'first_signal_at' => $this->first_signal_at, 'last_signal_at' => $this->last_signal_at,
            'opened_at' => $this->opened_at, 'closed_at' => $this->closed_at,
            'mended_at' => $this->mended_at, 'withdrawn_at' => $this->withdrawn_at, 'put_away_at' => $this->put_away_at,
            'closed_reason' => $this->closed_reason,
            'handling' => $this->handling->value, 'handle_at' => $this->handle_at, 'team' => $this->team_id, 'group' => $this->group_id,
            'taken_at' => $this->taken_at, 'wait_until' => $this->wait_until, 'incident' => $this->incident_id,
        ];
    }
}
