<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Incidents\Incident;
use App\Platform\Person;
use App\Platform\Record;
use App\Platform\Staff\Names;
use App\Platform\Team;
use App\Tickets\Ticket;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Skarvo\Tickets\TaskState;
use Skarvo\Tickets\TicketState;

/**
 * A piece of work that belongs to a ticket or an incident: a step of a checklist, or one of its own; for a team, or for the desk.
 *
 * @property int $id
 * @property int|null $ticket_id what it belongs to: a ticket, or else an incident
 * @property int|null $incident_id
 * @property int|null $checklist_id
 * @property int $ordinal
 * @property string $text
 * @property string|null $team_id null: the desk's own, or one person's
 * @property string|null $for_id who is to do it; null: whoever of the team, or of the desk
 * @property CarbonImmutable|null $due_at by when
 * @property string|null $blocked what holds it up; null: nothing
 * @property bool $must whether what it belongs to cannot end before it is done
 * @property TaskState $state
 * @property string|null $why it was skipped
 * @property string|null $person_id who settled it
 * @property CarbonImmutable $made_at
 * @property CarbonImmutable|null $settled_at
 * @property-read Ticket|null $ticket
 * @property-read Incident|null $incident
 * @property-read Ticket|null $own where it is worked on; none while it is the desk's own
 *
 * @phpstan-type TaskLine array{
 *     id: int, own: int|null, holder: array{id: string, name: string}|null, text: string, team: string|null,
 *     for: array{id: string, name: string}|null,
 *     by_when: CarbonImmutable|null,
 *     blocked: string|null, must: bool, state: value-of<TaskState>, why: string|null, by: string|null,
 *     at: CarbonImmutable|null,
 * }
 */
final class Task extends Record
{
    protected $table = 'ticket_tasks';

    protected $casts = [
        'ticket_id' => 'integer', 'incident_id' => 'integer', 'ordinal' => 'integer', 'must' => 'boolean', 'state' => TaskState::class,
        'made_at' => 'immutable_datetime', 'due_at' => 'immutable_datetime',
        'settled_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Ticket, $this> */
    public function ticket(): BelongsTo
    {
        return $this->belongsTo(Ticket::class);
    }

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @return HasOne<Ticket, $this> */
    public function own(): HasOne
    {
        return $this->hasOne(Ticket::class, 'task_id');
    }

    /** What it belongs to has ended. */
    public function isOver(): bool
    {
        $owner = $this->owner();

        return $owner instanceof Ticket ? $owner->state === TicketState::Done : ! $owner->isOpen();
    }

    public function service(): ?Item
    {
        $owner = $this->owner();

        return $owner instanceof Ticket ? $owner->reported()->service : $owner->service;
    }

    public function owner(): Ticket|Incident
    {
        return $this->ticket ?? $this->incident ?? throw new \LogicException("Task $this->id belongs to something.");
    }

    /** @param  Builder<Task>  $query */
    public function scopeOf(Builder $query, Ticket|Incident $owner): void
    {
        $query->where($owner instanceof Ticket ? 'ticket_id' : 'incident_id', $owner->id);
    }

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    /** Who is to do it. */
    public function whose(): string
    {
        return $this->for_id !== null ? Names::person($this->for_id) : ($this->team_id === null ? 'The desk' : Names::team($this->team_id));
    }

    /** Somebody besides the desk is to do it: then it is worked on in a ticket of its own. */
    public function isAsked(): bool
    {
        return $this->team_id !== null || $this->for_id !== null;
    }

    /**
     * What a person is asked, or their team.
     *
     * @param  Builder<Task>  $query
     */
    public function scopeAskedOf(Builder $query, Person $person): void
    {
        $query->where(static fn(Builder $any) => $any->where('for_id', $person->id)->when(
            $person->team_id !== null, static fn(Builder $team) => $team->orWhere(
                static fn(Builder $theirs) => $theirs->where('team_id', $person->team_id)->whereNull('for_id'),
            ),
        ));
    }

    /** @param  Builder<Task>  $query */
    public function scopeOpen(Builder $query): void
    {
        $query->where('state', TaskState::Open);
    }

    /** @return TaskLine */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'own' => $this->own?->id, 'holder' => $this->own?->person?->only(['id', 'name']), 'text' => $this->text,
            'team' => $this->team_id === null ? null : Names::team($this->team_id),
            'for' => $this->for_id === null ? null : ['id' => $this->for_id, 'name' => Names::person($this->for_id)],
            'by_when' => $this->due_at, 'blocked' => $this->blocked, 'must' => $this->must,
            'state' => $this->state->value, 'why' => $this->why, 'by' => $this->person_id === null ? null : Names::person($this->person_id),
            'at' => $this->settled_at,
        ];
    }
}
