<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Occasion;
use App\Platform\Person;
use App\Platform\Record;
use App\Platform\Staff\Names;
use App\Platform\Team;
use Carbon\CarbonImmutable;
use Database\Factories\CallFactory;
use Illuminate\Database\Eloquent\Attributes\UseFactory;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Skarvo\Paging\Call as CoreCall;
use Skarvo\Paging\Contact as CoreContact;
use Skarvo\Paging\Duty;
use Skarvo\Paging\Happening as CoreHappening;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Policy;
use Skarvo\Paging\Step;
use Skarvo\Paging\StepTarget;

/**
 * A call for help to a team or a person, for an occasion. Policy, contacts and what is known of rotas are kept with it.
 *
 * @property int $id
 * @property array{rounds: int, steps: list<array{targets: list<string>, wait_seconds: int}>} $policy
 * @property array<string, list<array{channel: string, after: int}>> $contacts
 * @property array<string, list<array{from: int, to: int, person: string}>> $rotas
 * @property CarbonImmutable $started_at
 * @property CarbonImmutable|null $followed_until
 * @property string|null $team_id
 * @property string|null $person_id
 * @property int $occasion_id
 * @property-read Occasion $occasion
 * @property int|null $policy_id
 * @property string $policy_name
 * @property string|null $held_by
 * @property int|null $handed_from
 * @property int $patience_seconds
 * @property int $steps_told
 * @property int $shift_seconds what its own time has more than the clock's: happenings and what was followed are in that
 * @property int $pages_told
 * @property int $answer_seconds
 * @property CarbonImmutable|null $held_since
 * @property CarbonImmutable|null $begins_at
 * @property CarbonImmutable|null $asked_at
 * @property CarbonImmutable|null $hold_due_at
 * @property Outcome $outcome
 * @property CarbonImmutable|null $outcome_at
 * @property CarbonImmutable|null $next_due_at
 * @property CarbonImmutable|null $step_ends_at
 * @property string|null $called_by
 * @property string $reason why, in the words of whoever calls
 * @property CarbonImmutable|null $refused_at since when nobody is left who may answer, though it waits on
 * @property CarbonImmutable|null $settled_at since when it is decided what becomes of it, where nobody answers
 * @property string|null $stopped_by
 * @property string $stopped_why
 */
#[UseFactory(CallFactory::class)]
final class Call extends Record
{
    /** @use HasFactory<CallFactory> */
    use HasFactory;

    protected $table = 'calls';

    protected $casts = [
        'policy' => 'array', 'contacts' => 'array', 'rotas' => 'array', 'outcome' => Outcome::class,
        'started_at' => 'immutable_datetime', 'followed_until' => 'immutable_datetime', 'outcome_at' => 'immutable_datetime',
        'next_due_at' => 'immutable_datetime', 'step_ends_at' => 'immutable_datetime', 'refused_at' => 'immutable_datetime',
        'settled_at' => 'immutable_datetime',
        'round' => 'integer', 'step' => 'integer', 'steps_told' => 'integer', 'pages_told' => 'integer',
        'shift_seconds' => 'integer', 'patience_seconds' => 'integer', 'answer_seconds' => 'integer',
        'held_since' => 'immutable_datetime', 'begins_at' => 'immutable_datetime', 'asked_at' => 'immutable_datetime',
        'hold_due_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Occasion, $this> */
    public function occasion(): BelongsTo
    {
        return $this->belongsTo(Occasion::class);
    }

    /**
     * Calls for records of one kind.
     *
     * @param  Builder<Call>  $query
     * @param  int|list<int>  $ids
     */
    public function scopeFor(Builder $query, string $kind, int|array $ids): void
    {
        $query->whereIn('occasion_id', Occasion::query()->of($kind, $ids)->select('id'));
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

    /** Lets calls that wait and name a target be followed at once. */
    public static function lookAgain(string $target): void
    {
        self::query()->where('outcome', Outcome::Waiting)
            ->where('policy', 'like', '%'.json_encode($target).'%')->update(['next_due_at' => now()]);
    }

    /**
     * Calls for open occasions that nobody answers, and about which nobody has decided yet.
     *
     * @param  Builder<Call>  $query
     */
    public function scopeUnanswered(Builder $query): void
    {
        $query->whereNull('settled_at')
            ->whereNull('handed_from')
            ->where(static fn(Builder $q) => $q->where('outcome', Outcome::Exhausted)->orWhere(
                static fn(Builder $waits) => $waits->where('outcome', Outcome::Waiting)->whereNotNull('refused_at'),
            ))
            ->whereHas('occasion', static fn(Builder $occasion) => $occasion->whereNull('ended_at'));
    }

    /** @return BelongsTo<Person, $this> who called, where a person did */
    public function caller(): BelongsTo
    {
        return $this->belongsTo(Person::class, 'called_by');
    }

    /** Whom it calls, in a word. */
    public function calls(): string
    {
        return $this->team_id === null ? Names::person($this->person_id) : Names::team($this->team_id);
    }

    /** @return array<string, string|null> the same, for the journal: a person by id */
    public function whom(): array
    {
        return $this->team_id === null ? ['person' => $this->person_id] : ['team' => Names::team($this->team_id)];
    }

    /** @return HasMany<Happening, $this> */
    public function happenings(): HasMany
    {
        return $this->hasMany(Happening::class)->orderBy('id');
    }

    /**
     * The call that goes on where this one was handed on from it, and was taken: it is that one which somebody has, asks about and
     * hands back.
     */
    public function inForce(): self
    {
        $call = $this;
        while ($call->handed_from !== null && $call->outcome === Outcome::Resolved && $call->stopped_by === null) {
            $call = self::query()->with(['occasion', 'team', 'person', 'caller'])->findOrFail($call->handed_from);
        }

        return $call;
    }

    /** @return HasMany<Page, $this> */
    public function pages(): HasMany
    {
        return $this->hasMany(Page::class)->orderBy('id');
    }

    public function toCore(): CoreCall
    {
        $targets = static fn(array $texts): array => array_values(array_filter(array_map(
            static fn(string $text): ?StepTarget => StepTarget::parse($text), $texts,
        )));
        $policy = $this->policy;
        $steps = [];
        foreach ($policy['steps'] as $step) {
            $steps[] = new Step($targets($step['targets']) ?: throw new \LogicException('A step has a target.'), $step['wait_seconds']);
        }

        return new CoreCall(
            $this->started_at->getTimestamp(),
            new Policy(
                $steps ?: throw new \LogicException('A policy has a step.'), $policy['rounds'],
                byName: $this->team_id === null,
            ),
            array_map(
                static fn(array $contacts): array => array_map(
                    static fn(array $c): CoreContact => new CoreContact($c['channel'], $c['after']), $contacts,
                ),
                $this->contacts,
            ),
            array_map(
                static fn(array $duties): array => array_map(
                    static fn(array $d): Duty => new Duty($d['from'], $d['to'], $d['person']), $duties,
                ),
                $this->rotas,
            ),
            array_values((
                $this->relationLoaded('happenings') ? $this->happenings : $this->happenings()->get()
            )->map(static fn(Happening $h): CoreHappening => $h->toCore())->all()),
        );
    }
}
