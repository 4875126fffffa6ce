<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Look;
use App\Platform\Person;
use App\Platform\Record;
use App\Platform\Team;
use App\Signals\Alert;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Database\Factories\IncidentFactory;
use Illuminate\Database\Eloquent\Attributes\UseFactory;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasManyThrough;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

/**
 * An interruption of a service, from its declaration until it is resolved.
 *
 * @property int $id
 * @property string|null $service_id null: none is known to be hit
 * @property string|null $team_id
 * @property string|null $coordinator_id
 * @property bool $follows_group
 * @property Impact $impact
 * @property Urgency $urgency
 * @property int $priority
 * @property Stage $stage
 * @property CarbonImmutable $started_at
 * @property CarbonImmutable $declared_at
 * @property CarbonImmutable|null $respond_by
 * @property string|null $again what reporters are told who were told that it is over, until all have been
 * @property CarbonImmutable|null $again_since when they were told so at the earliest
 * @property CarbonImmutable $restore_by
 * @property CarbonImmutable|null $resolved_at
 * @property CarbonImmutable|null $major_at since when it is a major incident; null: it is none
 * @property CarbonImmutable|null $estimate_at by when it works again, as somebody says
 * @property string|null $estimate_by_id
 * @property int $estimates how often that was said
 * @property CarbonImmutable|null $proving_at since when it is said to work again, and looked at whether it does
 * @property int|null $ends_with_id the larger one with which it ends, or ended
 * @property string|null $ending what outsiders are told of its end, as long as not all have been told
 * @property int|null $merged_into_id the one in which it goes on: they turned out to be one
 * @property int|null $split_from_id the one that turned out to be two
 * @property int|null $split_seq how far its journal was then: so far it is the story of both
 * @property int $version
 * @property-read Occasion $occasion
 */
#[UseFactory(IncidentFactory::class)]
final class Incident extends Record
{
    /** @use HasFactory<IncidentFactory> */
    use HasFactory;

    public const KIND = 'incident';

    protected $table = 'incidents';

    protected $casts = [
        'impact' => Impact::class, 'urgency' => Urgency::class, 'stage' => Stage::class, 'priority' => 'integer',
        'version' => 'integer', 'follows_group' => 'boolean',
        'started_at' => 'immutable_datetime', 'declared_at' => 'immutable_datetime', 'restore_by' => 'immutable_datetime',
        'respond_by' => 'immutable_datetime', 'again_since' => 'immutable_datetime',
        'resolved_at' => 'immutable_datetime', 'major_at' => 'immutable_datetime',
        'estimate_at' => 'immutable_datetime', 'estimates' => 'integer', 'proving_at' => 'immutable_datetime',
    ];

    protected static function booted(): void
    {
        self::saving(static function (self $incident): void {
            if ($incident->isDirty('stage')) {
                $incident->proving_at = $incident->stage === Stage::Proving ? now()->toImmutable() : null;
            }
        });
        // Whatever hangs on it sees it as it is.
        self::saved(static function (self $incident): void {
            $incident->setRelation('occasion', Occasion::query()->updateOrCreate(['kind' => self::KIND, 'record_id' => $incident->id], [
                'ref' => $incident->ref(), 'title' => $incident->title, 'urgency' => $incident->urgency, 'priority' => $incident->priority,
                'service_id' => $incident->service_id, 'team_id' => $incident->team_id, 'path' => "/incidents/$incident->id",
                'begun_at' => $incident->declared_at, 'ended_at' => $incident->resolved_at,
            ]));
        });
    }

    /** @return HasOne<Occasion, $this> */
    public function occasion(): HasOne
    {
        return $this->hasOne(Occasion::class, 'record_id')->where('kind', self::KIND);
    }

    /** @return BelongsTo<Item, $this> */
    public function service(): BelongsTo
    {
        return $this->belongsTo(Item::class, 'service_id');
    }

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function coordinator(): BelongsTo
    {
        return $this->belongsTo(Person::class, 'coordinator_id');
    }

    /** @return HasMany<Alert, $this> */
    public function alerts(): HasMany
    {
        return $this->hasMany(Alert::class)->orderBy('first_signal_at');
    }

    /** @return HasManyThrough<Report, Link, $this> */
    public function reports(): HasManyThrough
    {
        return $this->hasManyThrough(Report::class, Link::class, 'to_id', 'id', 'id', 'from_id')
            ->where('links.from_kind', Report::KIND)->where('links.to_kind', self::KIND)->where('links.kind', LinkKind::About)
            ->whereNull('links.until')->orderBy('told_at');
    }

    /** @return Collection<int, self> those that are open, by number: read once in a look at a screen */
    public static function allOpen(): Collection
    {
        return Look::once(
            'open incidents',
            static fn(): Collection => self::query()->with('occasion')->whereNull('resolved_at')->orderBy('id')->get(),
        );
    }

    /** One of those, by its number; null: there is none, or it is over. */
    public static function open(int $id): ?self
    {
        return Look::once('open incidents by number', static fn(): array => self::allOpen()->keyBy('id')->all())[$id] ?? null;
    }

    /** @return non-empty-list<int> it, and all that turned out to be the same */
    public static function mergedInto(int $incident): array
    {
        $into = self::merged();
        $all = $next = [$incident];
        while ($next !== []) {
            $next = array_map(intval(...), array_keys(array_filter($into, static fn(int $one): bool => in_array($one, $next, true))));
            array_push($all, ...$next);
        }

        return $all;
    }

    /** The one in which it goes on, where it turned out to be the same as another; else it. */
    public static function goesOnIn(int $incident): int
    {
        $into = self::merged();
        while (isset($into[$incident])) {
            $incident = $into[$incident];
        }

        return $incident;
    }

    /** @return array<array-key, int> by the one that was merged, into which */
    private static function merged(): array
    {
        return Look::once(
            'merged incidents',
            static fn(): array => self::query()->whereNotNull('merged_into_id')->pluck('merged_into_id', 'id')
                ->map(static fn(mixed $one): int => (int) $one)->all(),
        );
    }

    public function ref(): string
    {
        return sprintf('IN-%04d', $this->id);
    }

    public function isMajor(): bool
    {
        return $this->major_at !== null;
    }

    public function isOpen(): bool
    {
        return $this->resolved_at === null;
    }
}
