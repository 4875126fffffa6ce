<?php

declare(strict_types=1);

namespace App\Updates\Planned;

use App\Platform\Record;
use App\Platform\WallClock;
use App\Topology\Item;
use App\Updates\Versions\GlossaryWords;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\State;
use Skarvo\Updates\Following\About;
use Skarvo\Updates\Following\Notice;
use Skarvo\Updates\Planned\Plan;
use Skarvo\Updates\Planned\PlanStage;
use Skarvo\Updates\Planned\PlanWords;
use Skarvo\Value\Language;

/**
 * Planned work of which people are told.
 *
 * @property int $id
 * @property int $quiet_id the quiet time that it is
 * @property list<array{name: string, state: value-of<State>}> $services as they are while it lasts, by their public names
 * @property list<string> $places
 * @property string|null $before what people do before it begins
 * @property CarbonImmutable $from_at
 * @property CarbonImmutable $to_at as it was announced
 * @property string $author_id
 * @property CarbonImmutable $announced_at at this time
 * @property CarbonImmutable|null $withdrawn_at
 * @property PlanStage $stage what was told last
 * @property int $round counts its times: one that is moved is told anew
 * @property bool $is_held whether it waits to be allowed: nothing is told until it is, or its time has come
 * @property CarbonImmutable|null $ended_at since when nothing more is told
 * @property int|null $incident_id what it became, where it overran
 *
 * @phpstan-type PlannedLine array{
 *     id: int, quiet: int, services: list<array{name: string, state: value-of<State>}>, places: list<string>, before: string|null,
 *     from: CarbonImmutable,
 *     to: CarbonImmutable, stage: value-of<PlanStage>, text: string, incident: int|null, held: bool,
 * }
 */
final class PlannedWork extends Record
{
    protected $table = 'planned_works';

    protected $casts = [
        'quiet_id' => 'integer', 'round' => 'integer', 'is_held' => 'boolean', 'services' => 'array', 'places' => 'array',
        'stage' => PlanStage::class, 'incident_id' => 'integer',
        'from_at' => 'immutable_datetime', 'to_at' => 'immutable_datetime', 'announced_at' => 'immutable_datetime',
        'withdrawn_at' => 'immutable_datetime',
        'ended_at' => 'immutable_datetime',
    ];

    protected $attributes = ['round' => 1, 'is_held' => false];

    /** @param  Builder<PlannedWork>  $query */
    public function scopeOpen(Builder $query): void
    {
        $query->whereNull('ended_at');
    }

    public function plan(): Plan
    {
        return new Plan($this->from_at->getTimestamp(), $this->to_at->getTimestamp(), $this->announced_at->getTimestamp(), $this->is_held);
    }

    public function words(PlanStage $stage, Language $in): string
    {
        $services = array_map(
            static fn(array $one): array => ['name' => $one['name'], 'state' => State::from($one['state'])], $this->services
        );

        return (new PlanWords(
            $this->plan(), $services, $this->places, (string) $this->before, new \DateTimeZone(WallClock::organisation()),
            GlossaryWords::glossary(),
        ))->of($stage, $in, now()->getTimestamp());
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_column($this->services, 'name');
    }

    /** What decides who is told of it. */
    public function notice(): Notice
    {
        $tiers = array_fill_keys($this->names(), Item::LOWEST_TIER);
        foreach (
            DB::table('items')->where('kind', Item::SERVICE)->whereIn('public_name', $this->names())->whereNotNull('tier')
                ->get(['public_name', 'tier']) as $row
        ) {
            $tiers[(string) $row->public_name] = min($tiers[(string) $row->public_name], (int) $row->tier);
        }

        return new Notice($tiers, $this->places, false, false, [], About::Planned);
    }

    /** @return list<string> what stands beneath it: the items that are quiet meanwhile */
    public function covers(): array
    {
        $covers = json_decode((string) DB::table('quiet_times')->where('id', $this->quiet_id)->value('covers'), true, 4);

        return array_values(array_filter(is_array($covers) ? $covers : [], is_string(...)));
    }

    /** @return PlannedLine */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'quiet' => $this->quiet_id, 'services' => $this->services, 'places' => $this->places,
            'before' => $this->before,
            'from' => $this->from_at, 'to' => $this->to_at, 'stage' => $this->stage->value,
            'text' => $this->words($this->stage, Language::English),
            'incident' => $this->incident_id, 'held' => $this->is_held,
        ];
    }
}
