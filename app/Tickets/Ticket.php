<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Report;
use App\Platform\Deed;
use App\Platform\Person;
use App\Platform\Record;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Platform\Team;
use App\Tickets\Languages\Translation;
use App\Tickets\Languages\Translator;
use App\Tickets\Steps\Task;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;
use Skarvo\Tickets\TicketKind;
use Skarvo\Tickets\TicketState;

/**
 * What the desk does about a report, or what a team is to do of an incident or another ticket. Who reported it and what was said
 * stands in the report; what a team is asked stands in the step.
 *
 * @property int $id
 * @property int|null $report_id null: it is a task
 * @property int|null $task_id
 * @property TicketKind $kind
 * @property TicketState $state
 * @property string|null $item_id
 * @property Impact $impact
 * @property Urgency $urgency
 * @property int $priority
 * @property string|null $team_id null: the desk's own
 * @property string|null $person_id
 * @property string|null $offered_to_id who has to accept it; until then it stays where it is
 * @property string|null $offered_by_id
 * @property CarbonImmutable $opened_at
 * @property CarbonImmutable $waits_since
 * @property string|null $more_urgent why the reporter says so, until somebody has looked at it
 * @property CarbonImmutable|null $closed_at
 * @property CarbonImmutable|null $respond_by
 * @property CarbonImmutable|null $restore_by
 * @property CarbonImmutable|null $due_at by when the next of the two is promised
 * @property CarbonImmutable|null $warn_at
 * @property list<array{incident: int, score: float, because: list<string>}>|null $guesses incidents to which it may belong
 * @property bool $linked_by_itself
 * @property int $version
 * @property-read Report|null $report
 * @property-read Task|null $task
 * @property-read Translation|null $translation
 *
 * @phpstan-type TicketLine array{
 *     id: int, report: int|null, part_of: array{ref: string, title: string, link: string|null}|null, task: int|null, ref: string,
 *     kind: value-of<TicketKind>, state: value-of<TicketState>, what: string, name: string|null,
 *     place: string|null, service: string, team: string|null, item_name: string|null, way: string, language: string|null, priority: int,
 *     who: string, with: string, holder: string|null, mine: bool, opened_at: CarbonImmutable,
 *     waits_since: CarbonImmutable,
 *     due: CarbonImmutable|null, is_near: bool, offered: array{to: string, by: string, mine: bool}|null, more_urgent: string|null,
 *     incident: array{id: int, ref: string, title: string, is_open: bool}|null,
 *     probably: array{id: int, ref: string, title: string, score: float, because: list<string>}|null,
 * }
 */
final class Ticket extends Record
{
    public const KIND = 'ticket';

    /** What has to be loaded with several, where it is asked what they are called and what is promised of them. */
    public const NEEDS = ['report', 'task.ticket.report.service', 'task.incident.service'];

    protected $table = 'tickets';

    protected $casts = [
        'kind' => TicketKind::class, 'state' => TicketState::class, 'impact' => Impact::class, 'urgency' => Urgency::class,
        'priority' => 'integer', 'report_id' => 'integer', 'task_id' => 'integer', 'opened_at' => 'immutable_datetime',
        'waits_since' => 'immutable_datetime',
        'closed_at' => 'immutable_datetime', 'respond_by' => 'immutable_datetime', 'restore_by' => 'immutable_datetime',
        'warn_at' => 'immutable_datetime', 'due_at' => 'immutable_datetime', 'guesses' => 'array', 'version' => 'integer',
        'linked_by_itself' => 'boolean',
    ];

    /** @return BelongsTo<Report, $this> */
    public function report(): BelongsTo
    {
        return $this->belongsTo(Report::class);
    }

    /** @return BelongsTo<Task, $this> */
    public function task(): BelongsTo
    {
        return $this->belongsTo(Task::class);
    }

    /** @throws Refused if nobody reported it */
    public function reported(): Report
    {
        return $this->report ?? throw Refused::because("{$this->ref()} is a task: nobody outside waits for it.");
    }

    /** @return BelongsTo<Item, $this> */
    public function item(): BelongsTo
    {
        return $this->belongsTo(Item::class);
    }

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    /** @return HasMany<TicketPost, $this> */
    public function posts(): HasMany
    {
        return $this->hasMany(TicketPost::class)->orderBy('at')->orderBy('id');
    }

    /** @param  Builder<Ticket>  $query */
    public function scopeOpen(Builder $query): void
    {
        $query->where('tickets.state', '!=', TicketState::Done);
    }

    /**
     * What people report is for the desk and for those who run it; anybody else reads what is theirs, or their team's.
     *
     * @param  Builder<Ticket>  $query
     */
    public function scopeReadableBy(Builder $query, Person $reader): void
    {
        if (! Deed::ReadTickets->isAllowedTo($reader)) {
            $query->where(static fn(Builder $own) => $own->where('tickets.person_id', $reader->id)->orWhere(
                'tickets.offered_to_id', $reader->id
            )
                ->when($reader->team_id !== null, static fn(Builder $team) => $team->orWhere('tickets.team_id', $reader->team_id)));
        }
    }

    /**
     * Those that were reported, and wait for an incident which is under way; or for none.
     *
     * @param  Builder<Ticket>  $query
     */
    public function scopeWithIncident(Builder $query, bool $with = true): void
    {
        $linked = Link::query()->holds()->where('from_kind', Report::KIND)->where('to_kind', Incident::KIND)->where('kind', LinkKind::About)
            ->whereIn('to_id', Incident::query()->whereNull('resolved_at')->select('id'))->select('from_id');
        $query->whereNotNull('report_id');
        $with ? $query->whereIn('report_id', $linked) : $query->whereNotIn('report_id', $linked);
    }

    public function ref(): string
    {
        return $this->report?->ref() ?? sprintf('TA-%04d', $this->id);
    }

    /** What tells whoever has it from anybody else of the same name: their id, or the team at which it waits. */
    public function heldBy(): string
    {
        return $this->person_id ?? ($this->team_id === null ? 'the desk' : "team $this->team_id");
    }

    /** Who has it, else the team at which it waits. */
    public function who(): string
    {
        return $this->person->name ?? $this->team->name ?? 'the desk';
    }

    /** What was reported, in the desk's own language where it was translated. */
    public function words(): string
    {
        return $this->translation->text ?? $this->report->what ?? $this->task->text ?? '';
    }

    /** @return HasOne<Translation, $this> of what was reported, into the desk's own language */
    public function translation(): HasOne
    {
        return $this->hasOne(Translation::class)->where('post_id', 0)->where('to', Translator::own()->value);
    }

    /** @return array<string, string> by field what it came to, as far as anybody has said */
    public function settled(): array
    {
        return array_filter([
            'service' => $this->reported()->service_said ? $this->reported()->service_id : null, 'item' => $this->item_id,
            'team' => $this->team_id, 'impact' => $this->impact->value, 'urgency' => $this->urgency->value, 'kind' => $this->kind->value,
        ], is_string(...));
    }

    /** @return array{string, int} what entries of the journal about it name first */
    public function subject(): array
    {
        return [self::KIND, $this->id];
    }

    /**
     * @return array{ref: string, title: string, link: string|null}|null what it is a task of; of what was reported no more than a helper
     *      needs
     */
    private function partOf(?Person $reader): ?array
    {
        $owner = $this->task?->owner();

        return match (true) {
            $owner === null => null,
            $owner instanceof self && ($reader === null || ! Deed::ReadTickets->isAllowedTo($reader)) => [
                'ref' => $owner->ref(), 'title' => $this->task->service()->name ?? '', 'link' => null,
            ],
            $owner instanceof self => ['ref' => $owner->ref(), 'title' => "“{$owner->words()}”", 'link' => "/tickets/$owner->id"],
            default => ['ref' => $owner->ref(), 'title' => $owner->title, 'link' => "/incidents/$owner->id"],
        };
    }

    /**
     * @param  array<int, Incident>  $incidents  those that are under way, by id
     * @return TicketLine
     */
    public function toLine(?Person $reader, array $incidents): array
    {
        $guess = $this->guesses[0] ?? null;
        $probably = $guess === null || $guess['score'] < Guesses::LIKELY ? null : $incidents[$guess['incident']] ?? null;
        $incident = $this->report === null ? null : $this->report->incident;
        $report = $this->report ?? $this->task?->ticket?->report;

        return [
            'id' => $this->id, 'report' => $this->report_id, 'part_of' => $this->partOf($reader), 'task' => $this->task_id,
            'ref' => $this->ref(), 'kind' => $this->kind->value,
            'state' => $this->state->value,
            'what' => $this->words(), 'name' => $this->report?->name, 'place' => $report?->site,
            'service' => ($this->report === null ? $this->task?->service() : $this->report->service)->name ?? '',
            'team' => $this->team?->name, 'item_name' => $this->item?->name,
            'way' => $this->report?->way->words() ?? 'asked', 'language' => $this->report?->language, 'priority' => $this->priority,
            'who' => $this->who(), 'with' => $this->heldBy(), 'holder' => $this->person_id,
            'mine' => $reader !== null && $this->person_id === $reader->id,
            'opened_at' => $this->opened_at, 'waits_since' => $this->waits_since, 'due' => $this->due_at,
            'is_near' => $this->warn_at !== null && $this->warn_at->isPast(), 'more_urgent' => $this->more_urgent,
            'offered' => $this->offered_to_id === null ? null : [
                'to' => Names::person($this->offered_to_id), 'by' => Names::person($this->offered_by_id),
                'mine' => $this->offered_to_id === $reader?->id,
            ],
            'incident' => $incident === null ? null : [
                'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title, 'is_open' => $incident->isOpen(),
            ],
            'probably' => $guess === null || $probably === null || $incident !== null ? null : [
                'id' => $probably->id, 'ref' => $probably->ref(), 'title' => $probably->title, 'score' => $guess['score'],
                'because' => $guess['because'],
            ],
        ];
    }
}
