<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Team;
use App\Topology\Estate;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\HitService;
use Skarvo\Signals\IncidentConditions;
use Skarvo\Signals\Level;
use Skarvo\Topology\Affected;
use Skarvo\Topology\State;

/** Alerts that belong together are one decision: what needs taking first comes first. */
final class AlertGroups
{
    /** The tier of what endangers no service. */
    public const NO_TIER = 9;

    private readonly Estate $estate;

    /** @var array<string, array{int, int}> tier and rank of the state of what an item endangers, by item and level */
    private array $weights = [];

    public function __construct()
    {
        $this->estate = Estate::load();
    }

    /** @return list<array<string, mixed>> what nobody has decided about, what matters most first */
    public static function undecided(?string $from = null, ?string $to = null, int $most = 60): array
    {
        $groups = new self;
        $query = Alert::query()->undecided()
            ->when($from !== null, fn($query) => $query->where(fn($q) => $q->whereNull('closed_at')->orWhere('closed_at', '>=', $from)))
            ->when($to !== null, fn($query) => $query->where('first_signal_at', '<=', $to));

        return $groups->told(array_slice($groups->ordered($query), 0, $most), $query);
    }

    /**
     * Groups of the alerts that a query finds, in order of need. Made to be quick over tens of thousands.
     *
     * @param  Builder<Alert>  $query
     * @return list<array{id: int, taken: bool, tier: int, rank: int, since: string, count: int, level: int}>
     */
    public function ordered(Builder $query): array
    {
        $rows = (clone $query)->getQuery()
            ->selectRaw('coalesce(group_id, id) as grp, item_id, max(case level when \'critical\' then 3 when \'error\' then 2 when \'warning\' then 1 else 0 end) as level, min(first_signal_at) as since, min(taken_at is not null) as taken, count(*) as many')
            ->groupByRaw('1, 2')->get();
        $groups = [];
        foreach ($rows as $row) {
            [$tier, $rank] = $row->item_id === null ? [self::NO_TIER, 0] : $this->weight((string) $row->item_id, (int) $row->level);
            $id = (int) $row->grp;
            $known = $groups[$id] ?? ['id' => $id, 'taken' => true, 'tier' => self::NO_TIER, 'rank' => 0, 'since' => (string) $row->since, 'count' => 0, 'level' => 0];
            $groups[$id] = [
                'id' => $id, 'taken' => $known['taken'] && (bool) $row->taken, 'tier' => min($known['tier'], $tier), 'rank' => max($known['rank'], $rank),
                'since' => min($known['since'], (string) $row->since), 'count' => $known['count'] + (int) $row->many, 'level' => max($known['level'], (int) $row->level),
            ];
        }
        usort($groups, static fn(array $a, array $b): int => [$a['taken'], $a['tier'], -$a['rank'], -$a['level'], $a['since'], $a['id']] <=> [$b['taken'], $b['tier'], -$b['rank'], -$b['level'], $b['since'], $b['id']]);

        return $groups;
    }

    /**
     * @param  list<array{id: int, tier: int, rank: int, ...}>  $ordered
     * @param  Builder<Alert>  $query  which of their alerts are told of
     * @param  int  $members  how many alerts of each are told of one by one
     * @return list<array<string, mixed>>
     */
    public function told(array $ordered, Builder $query, int $members = 0): array
    {
        $alerts = (clone $query)->with(['taker', 'incident'])->whereIn(DB::raw('coalesce(group_id, id)'), array_column($ordered, 'id'))->orderBy('first_signal_at')->orderBy('id')->get()
            ->groupBy(static fn(Alert $alert): int => $alert->group_id ?? $alert->id);
        $teams = Team::query()->get()->keyBy('id');

        return array_values(array_filter(array_map(function (array $group) use ($alerts, $teams, $members): ?array {
            $its = $alerts->get($group['id']);

            return $its === null ? null : [...$this->tell($its, $teams), 'alerts' => $its->take($members)->map(static fn(Alert $a): array => $a->summed())->values()->all()];
        }, $ordered)));
    }

    /**
     * @param  list<array{id: int, ...}>  $ordered
     * @param  Builder<Alert>  $query
     * @return list<string> what is wrong, by the worst and first alert of each
     */
    public function titles(array $ordered, Builder $query): array
    {
        $alerts = (clone $query)->whereIn(DB::raw('coalesce(group_id, id)'), array_column($ordered, 'id'))
            ->orderByRaw("case level when 'critical' then 0 when 'error' then 1 when 'warning' then 2 else 3 end")->orderBy('first_signal_at')->orderBy('id')->get()
            ->groupBy(static fn(Alert $alert): int => $alert->group_id ?? $alert->id);

        return array_map(static fn(array $group): string => $alerts->get($group['id'])?->first()?->title() ?? '', $ordered);
    }

    /** @return array{int, int} tier and rank of the worst that an item can do at a level */
    public function weight(string $item, int $level): array
    {
        return $this->weights["$level $item"] ??= $this->weigh($item, Level::cases()[$level]);
    }

    /** @return array{int, int} */
    private function weigh(string $item, Level $level): array
    {
        $impact = $this->estate->trace([$item => $level->observed()]);
        $services = $this->estate->services($impact);

        return [$services === [] ? self::NO_TIER : $services[0]->tier, $services !== [] ? max(array_map(static fn(HitService $s): int => $s->state->rank(), $services)) : $level->observed()->rank()];
    }

    /**
     * @param  Collection<int, Alert>  $alerts
     * @param  Collection<int|string, Team>  $teams
     * @return array<string, mixed>
     */
    private function tell(Collection $alerts, Collection $teams): array
    {
        $estate = $this->estate;
        $impact = $estate->trace(Observed::by(Alert::query()->whereKey($alerts->modelKeys())));
        $services = $estate->services($impact);
        $ground = $estate->ground(array_values($alerts->pluck('item_id')->filter()->map(strval(...))->all()));
        // The alert that speaks for the group: the worst, and of those the first.
        $lead = $alerts->sort(static fn(Alert $a, Alert $b): int => [-$a->level->rank(), $a->first_signal_at, $a->id] <=> [-$b->level->rank(), $b->first_signal_at, $b->id])->first()
            ?? throw new \LogicException('A group has an alert.');
        // What people outside notice counts; where they notice nothing, the items do.
        $worst = $services !== [] ? max(array_map(static fn(HitService $s): int => $s->state->rank(), $services)) : max(array_map(static fn(Affected $a): int => $a->state->rank(), $impact->affected) ?: [0]);
        $tier = $services === [] ? null : $services[0]->tier;

        return [
            'id' => $lead->group_id ?? $lead->id,
            'lead' => $lead->id,
            'group' => $lead->group_id ?? $lead->id,
            'alertIds' => array_values(array_unique([$lead->id, ...$alerts->modelKeys()])),
            'title' => $lead->title(),
            'level' => $lead->level->value,
            'state' => State::ofRank($worst)->value,
            'rank' => $worst,
            'tier' => $tier ?? self::NO_TIER,
            'count' => $alerts->count(),
            'signals' => (int) $alerts->sum(static fn(Alert $a): int => $a->count),
            'flips' => (int) $alerts->sum(static fn(Alert $a): int => $a->flips),
            'since' => $alerts->min('first_signal_at'),
            'items' => $alerts->map(static fn(Alert $a): ?array => $a->item_id === null ? null : ['id' => $a->item_id, 'name' => $estate->name($a->item_id)])->filter()->unique('id')->values()->take(4),
            'services' => array_map(static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value], $services),
            'sites' => $estate->sites($impact),
            'root' => $ground === null || $ground->of === 1 ? null : ['id' => $ground->item, 'name' => $estate->name($ground->item), 'explains' => $ground->explains, 'of' => $ground->of],
            'taken' => $lead->taken_at === null ? null : ['by' => $lead->taker->name ?? '', 'at' => $lead->taken_at],
            'team' => $lead->team_id === null ? null : $teams->get($lead->team_id)?->name,
            'suggested' => $this->suggestion($alerts, $teams, $tier, $lead),
        ];
    }

    /**
     * @param  Collection<int, Alert>  $alerts
     * @param  Collection<int|string, Team>  $teams
     * @return string|null the conditions in words, where the team wants incidents to be suggested and they are met
     */
    private function suggestion(Collection $alerts, Collection $teams, ?int $tier, Alert $lead): ?string
    {
        foreach ($alerts->pluck('team_id')->filter()->unique() as $id) {
            $team = $teams->get((string) $id);
            if ($team === null || $team->auto_incidents !== 'suggest' || $alerts->whereNotNull('incident_id')->isNotEmpty()) {
                continue;
            }
            $conditions = IncidentConditions::of($team->auto_when);
            $minutes = $lead->taken_at === null ? (int) $lead->first_signal_at->diffInMinutes(now()) : null;
            if ($conditions->areMet($tier, $lead->level, $alerts->count(), $minutes)) {
                return $conditions->words();
            }
        }

        return null;
    }
}
