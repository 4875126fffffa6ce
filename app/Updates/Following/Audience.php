<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Person;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Updates\Following\AudienceRule;
use Skarvo\Updates\Versions\Version;

/**
 * People who are told of some incidents without having asked, as the organisation has it.
 *
 * @property int $id
 * @property string $name
 * @property list<string> $people
 * @property list<string> $teams
 * @property int|null $priority
 * @property int|null $tier
 * @property list<string> $services
 * @property list<string> $places
 * @property int|null $reports
 * @property Version $reads
 * @property bool $must_know whether each of them is asked to say that they have read it
 * @property int|null $every_minutes how often they want to hear of it at the least, where that is more often than its priority asks for
 * @property int $version
 * @property CarbonImmutable|null $ended_at
 *
 * @phpstan-type AudienceRow array{
 *     id: int, name: string, people: list<string>, teams: list<string>, priority: int|null, tier: int|null, services: list<string>,
 *     places: list<string>,
 *     reports: int|null, reads: value-of<Version>, mustKnow: bool, every: int|null, version: int,
 * }
 */
final class Audience extends Record
{
    protected $table = 'audiences';

    protected $casts = [
        'people' => 'array', 'teams' => 'array', 'services' => 'array', 'places' => 'array', 'priority' => 'integer', 'tier' => 'integer',
        'reports' => 'integer', 'reads' => Version::class, 'must_know' => 'boolean', 'every_minutes' => 'integer', 'version' => 'integer',
        'ended_at' => 'immutable_datetime',
    ];

    public function rule(): AudienceRule
    {
        return new AudienceRule($this->priority, $this->tier, $this->services, $this->places, $this->reports);
    }

    /** @return Collection<int, Person> */
    public function members(): Collection
    {
        return Person::query()->whereNull('left_at')->where(
            fn(Builder $any) => $any->whereIn('id', $this->people)->orWhereIn('team_id', $this->teams),
        )->orderBy('id')->get();
    }

    /** @return AudienceRow */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'name' => $this->name, 'people' => $this->people, 'teams' => $this->teams, 'priority' => $this->priority,
            'tier' => $this->tier,
            'services' => $this->services, 'places' => $this->places, 'reports' => $this->reports, 'reads' => $this->reads->value,
            'mustKnow' => $this->must_know, 'every' => $this->every_minutes, 'version' => $this->version,
        ];
    }
}
