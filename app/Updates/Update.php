<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Platform\Look;
use App\Platform\Person;
use App\Platform\Record;
use App\Updates\Following\Noticed;
use App\Updates\Following\TellFollowers;
use App\Updates\Versions\UpdateVersion;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;

/**
 * What outsiders were told about an incident, once.
 *
 * @property int $number
 * @property Stage $stage
 * @property list<array{name: string, state: value-of<State>}> $services
 * @property CarbonImmutable $published_at
 * @property CarbonImmutable|null $next_at
 * @property string|null $cause as far as it may be told
 * @property string|null $counter what staff do
 * @property CarbonImmutable|null $estimate_at by when it works again, as was known then
 * @property list<string> $places that it names, or at which it was felt
 * @property int|null $corrects number of the one, of the same incident, that was wrong
 *
 * @phpstan-type UpdateLine array{
 *     number: int, stage: value-of<Stage>, stageWords: string, text: string, meanwhile: string|null,
 *     services: list<array{name: string, state: value-of<State>}>, published_at: CarbonImmutable, next_at: CarbonImmutable|null,
 *     corrects: int|null,
 * }
 */
final class Update extends Record
{
    protected $table = 'updates';

    protected $casts = [
        'stage' => Stage::class, 'services' => 'array', 'places' => 'array', 'corrects' => 'integer', 'number' => 'integer',
        'published_at' => 'immutable_datetime',
        'next_at' => 'immutable_datetime', 'estimate_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function author(): BelongsTo
    {
        return $this->belongsTo(Person::class, 'author_id');
    }

    /** @return HasMany<UpdateVersion, $this> */
    public function versions(): HasMany
    {
        return $this->hasMany(UpdateVersion::class);
    }

    /** The one that it corrects, if it does. */
    public function corrected(): ?self
    {
        return $this->corrects === null
            ? null
            : self::query()->where('incident_id', $this->incident_id)->where('number', $this->corrects)->first();
    }

    /**
     * Publishes one, and has those told who follow it. Call it in the transaction of its cause.
     *
     * @param  array<string, mixed>  $columns
     * @param  list<string>  $places  at which it is felt, whether it names them or not
     */
    public static function publish(array $columns, array $places = []): self
    {
        $named = Noticed::places((string) ($columns['text'] ?? ''), $columns['meanwhile'] ?? null);
        $update = self::query()->create([
            ...$columns, 'places' => array_values(array_unique([...$named, ...$places])), 'published_at' => now(),
        ]);
        TellFollowers::of($update);

        return $update;
    }

    /**
     * @return Collection<int, self> those of an incident and of what turned out to be the same, the last one first: read once in a look at
     *      a screen
     */
    public static function ofIncident(int $incident): Collection
    {
        return Look::once(
            "updates of $incident",
            static fn(): Collection => self::query()->whereIn('incident_id', Incident::mergedInto($incident))->latest('published_at')
                ->latest('number')->get(),
        );
    }

    /** @return UpdateLine what outsiders see of it */
    public function toLine(): array
    {
        return [
            'number' => $this->number, 'stage' => $this->stage->value, 'stageWords' => $this->stage->words(), 'text' => $this->text,
            'meanwhile' => $this->meanwhile, 'services' => $this->services, 'published_at' => $this->published_at,
            'next_at' => $this->next_at, 'corrects' => $this->corrects,
        ];
    }
}
