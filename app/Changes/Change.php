<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Approval\ChangeApproval;
use App\Changes\Planning\ChangeStep;
use App\Platform\Person;
use App\Platform\Record;
use App\Platform\Team;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Course\PlannedStep;
use Skarvo\Changes\Course\WayBack;
use Skarvo\Changes\Deployments\Doing;

/**
 * Something that somebody does to the estate, or did: planned here, or told by a delivery pipeline.
 *
 * @property int $id
 * @property string $title
 * @property ChangeKind $kind
 * @property ChangeState $state
 * @property string|null $reason
 * @property string|null $back_out the way back
 * @property int|null $back_minutes that it takes
 * @property CarbonImmutable $from_at as planned; of one that was only told, as it was
 * @property CarbonImmutable $to_at
 * @property CarbonImmutable|null $began_at
 * @property CarbonImmutable|null $ended_at
 * @property ChangeResult|null $result
 * @property ChangeResult|null $told_result as a pipeline told it, before anything took it out again
 * @property string|null $note how it ended
 * @property string|null $author_id who made it
 * @property string|null $author_named as a pipeline names them, where nobody here is called so
 * @property string|null $implementer_id
 * @property string|null $team_id
 * @property int|null $incident_id for which it is done
 * @property int|null $undoes_id the change that it takes out
 * @property int|null $quiet_id while it lasts
 * @property int|null $planned_id what people were told of it, once its time was set anew
 * @property int|null $template_id by which a standard change was planned
 * @property bool $is_recorded whether it was told by somebody who made it, and has no course of its own here
 * @property bool $is_major
 * @property string|null $source
 * @property string|null $external id of the sender's
 * @property string|null $service_named
 * @property string|null $environment
 * @property Doing|null $doing
 * @property string|null $version_named
 * @property string|null $commits
 * @property string|null $work_item
 * @property string|null $review_by_id
 * @property CarbonImmutable|null $review_due_at
 * @property CarbonImmutable|null $reviewed_at
 * @property string|null $review_text
 * @property CarbonImmutable $made_at
 * @property int $edition counts every edit and step
 * @property-read Person|null $author
 * @property-read Person|null $implementer
 * @property-read Team|null $team
 * @property-read ChangeApproval|null $approval the latest round
 * @property-read \Illuminate\Database\Eloquent\Collection<int, ChangeStep> $steps
 *
 * @phpstan-type ChangeLine array{
 *     id: int, ref: string, title: string, kind: value-of<ChangeKind>, state: value-of<ChangeState>, words: string, from: CarbonImmutable,
 *     to: CarbonImmutable, began: CarbonImmutable|null, ended: CarbonImmutable|null, who: string|null, team: string|null,
 *     items: list<array{id: string, name: string}>,
 *     recorded: bool,
 * }
 */
final class Change extends Record
{
    protected $table = 'changes';

    protected $casts = [
        'kind' => ChangeKind::class, 'state' => ChangeState::class, 'result' => ChangeResult::class, 'told_result' => ChangeResult::class,
        'doing' => Doing::class,
        'from_at' => 'immutable_datetime', 'to_at' => 'immutable_datetime', 'began_at' => 'immutable_datetime',
        'ended_at' => 'immutable_datetime',
        'review_due_at' => 'immutable_datetime', 'reviewed_at' => 'immutable_datetime', 'made_at' => 'immutable_datetime',
        'is_recorded' => 'boolean', 'is_major' => 'boolean', 'incident_id' => 'integer', 'undoes_id' => 'integer', 'quiet_id' => 'integer',
        'planned_id' => 'integer', 'back_minutes' => 'integer', 'template_id' => 'integer', 'edition' => 'integer',
    ];

    protected $attributes = ['edition' => 1, 'is_recorded' => false, 'is_major' => false];

    public static function refOf(int $id): string
    {
        return sprintf('CH-%04d', $id);
    }

    public function ref(): string
    {
        return self::refOf($this->id);
    }

    /** @return BelongsTo<Person, $this> */
    public function author(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function implementer(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    /** @return HasMany<ChangeStep, $this> */
    public function steps(): HasMany
    {
        return $this->hasMany(ChangeStep::class)->orderBy('ordinal');
    }

    /** @return HasOne<ChangeApproval, $this> */
    public function approval(): HasOne
    {
        return $this->hasOne(ChangeApproval::class)->ofMany('round', 'max');
    }

    /**
     * What may be in each other's way within some time: what takes its place in the calendar.
     *
     * @param  Builder<Change>  $query
     */
    public function scopePlannedBetween(Builder $query, int $from, int $to): void
    {
        $query->whereIn('state', array_map(
            static fn(ChangeState $one): string => $one->value,
            array_filter(ChangeState::cases(), static fn(ChangeState $one): bool => $one->isPlanned()),
        ))->where('from_at', '<', \App\Platform\Moment::text($to))->where('to_at', '>', \App\Platform\Moment::text($from));
    }

    /** @return list<PlannedStep> what can be done with it next */
    public function permitted(): array
    {
        return PlannedStep::permitted($this->state, $this->is_recorded);
    }

    public function wayBack(): WayBack
    {
        $steps = array_values(
            $this->steps->map(
                static fn(ChangeStep $one): array => ['text' => $one->text, 'noReturn' => $one->no_return, 'done' => $one->done_at !== null]
            )->all()
        );

        return new WayBack(
            $this->back_out !== null || $this->steps->contains(static fn(ChangeStep $one): bool => $one->back !== null),
            $this->back_minutes, $steps
        );
    }

    /** When it began, or is to. */
    public function from(): CarbonImmutable
    {
        return $this->began_at ?? $this->from_at;
    }

    /** When it ended, or is to. */
    public function to(): CarbonImmutable
    {
        return $this->ended_at ?? $this->to_at;
    }

    public function isLate(): bool
    {
        return $this->state === ChangeState::Approved && $this->from_at->isPast();
    }

    public function overruns(): bool
    {
        return $this->state === ChangeState::UnderWay && $this->to_at->isPast();
    }

    /** Who made it, or does it. */
    public function who(): ?string
    {
        return $this->implementer->name ?? $this->author->name ?? $this->author_named;
    }

    /** @return array{down: list<string>, touched: list<string>} ids of items */
    public function items(): array
    {
        return self::itemsOf([$this->id])[$this->id] ?? ['down' => [], 'touched' => []];
    }

    /**
     * @param  list<int>  $changes
     * @return array<int, array{down: list<string>, touched: list<string>}> by change
     */
    public static function itemsOf(array $changes): array
    {
        $items = [];
        foreach (array_chunk($changes, 500) as $some) {
            foreach (DB::table('change_items')->whereIn('change_id', $some)->orderBy('item')->get() as $row) {
                $items[(int) $row->change_id] ??= ['down' => [], 'touched' => []];
                $items[(int) $row->change_id][$row->goes_down ? 'down' : 'touched'][] = (string) $row->item;
            }
        }

        return $items;
    }

    /**
     * @param  array<array-key, string>  $names  of items
     * @param  array{down: list<string>, touched: list<string>}|null  $items
     * @return ChangeLine
     */
    public function toLine(array $names, ?array $items): array
    {
        return [
            'id' => $this->id, 'ref' => $this->ref(), 'title' => $this->title, 'kind' => $this->kind->value, 'state' => $this->state->value,
            'words' => $this->words(), 'from' => $this->from_at, 'to' => $this->to_at, 'began' => $this->began_at,
            'ended' => $this->ended_at,
            'who' => $this->who(), 'team' => $this->team?->name, 'recorded' => $this->is_recorded,
            'items' => array_map(
                static fn(string $id): array => ['id' => $id, 'name' => $names[$id] ?? $id],
                [...$items['down'] ?? [], ...$items['touched'] ?? []],
            ),
        ];
    }

    public function words(): string
    {
        return match (true) {
            $this->overruns() => 'under way, longer than planned',
            $this->isLate() => 'approved, and late',
            $this->state === ChangeState::InReview && $this->result !== null => "{$this->result->words()}, waits for its review",
            default => $this->state->words(),
        };
    }
}
