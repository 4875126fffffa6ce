<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\InOrder;
use App\Platform\Database\Sql;
use App\Platform\Given;
use App\Platform\Moment;
use App\Platform\Team;
use App\Signals\Contracts\KnowsIncidents;
use App\Topology\Estate;
use App\Topology\Reach;
use App\Topology\Standing;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\Request;
use Illuminate\Support\Collection as Rows;
use Skarvo\Signals\Attention;
use Skarvo\Signals\IncidentConditions;
use Skarvo\Signals\Level;
use Skarvo\Topology\Affected;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/**
 * Alerts that belong together are one decision: what needs taking first comes first.
 *
 * @phpstan-import-type Service from Reach
 * @phpstan-type AlertGroup array{
 *     id: int, lead: int, alertIds: list<int>, title: string, level: value-of<Level>, state: value-of<State>, rank: int, tier: int,
 *     count: int, signals: int, flips: int, since: CarbonImmutable, after: array{id: int, ref: string, at: CarbonImmutable}|null,
 *     items: list<array{id: string, name: string}>, services: list<Service>, sites: list<string>,
 *     root: array{id: string, name: string, explains: int, of: int}|null, taken: array{by: string, at: CarbonImmutable}|null,
 *     team: string|null, team_id: string|null, suggested: string|null,
 * }
 */
final class AlertGroups
{
    private readonly Estate $estate;

    private readonly Standing $standing;

    /** @var array<string, array{int, int}> tier and rank of the state of what an item endangers, by item and level */
    private array $weights = [];

    /** @var array<string, list<array{id: int, taken: bool, tier: int, rank: int, since: string, count: int, level: int}>> by query: several parts of one screen ask for the same */
    private array $ordered = [];

    public function __construct()
    {
        $this->standing = Standing::now();
        $this->estate = $this->standing->estate;
    }

    /** The groups as one request sees them: the clocks at the edge and the screen itself ask for the same. */
    public static function during(Request $request): self
    {
        $groups = $request->attributes->get(self::class) ?? new self;
        $request->attributes->set(self::class, $groups);

        return $groups instanceof self ? $groups : new self;
    }

    /** @return list<AlertGroup> what nobody has decided about, what matters most first */
    public static function undecided(?string $from = null, ?string $to = null, int $most = 60, ?self $groups = null): array
    {
        $groups ??= new self;
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
        $key = $query->toRawSql();
        if (isset($this->ordered[$key])) {
            return $this->ordered[$key];
        }
        $rows = (clone $query)->getQuery()->whereNotNull('group_id')
            ->selectRaw(
                'group_id, item_id, max('.InOrder::rank('level', Level::class)
                    .') as level, min(coalesce(decide_again_at, first_signal_at)) as since, '
                .Sql::every('taken_at is not null').' as taken, count(*) as many',
            )
            ->groupBy('group_id', 'item_id')->get()->all();
        $named = [];
        foreach ($rows as $row) {
            if ($row->item_id !== null) {
                $named[$row->item_id] = true;
            }
        }
        // Of tens of thousands that are open, most may be on what the estate does not know, which endangers nothing in it.
        $this->estate->prepare(array_map(strval(...), array_keys($named)));
        $known = array_filter(array_map($this->estate->item(...), array_combine(array_keys($named), array_map(strval(...), array_keys($named)))));
        $rankOf = array_map(static fn(Level $level): int => $level->observed()->rank(), Level::cases());
        $groups = [];
        foreach ($rows as $row) {
            $level = (int) $row->level;
            [$tier, $rank] = match (true) {
                $row->item_id === null => [Attention::NO_TIER, 0],
                isset($known[$row->item_id]) => $this->weight((string) $row->item_id, $level),
                default => [Attention::NO_TIER, $rankOf[$level]],
            };
            $id = (int) $row->group_id;
            $before = $groups[$id] ?? null;
            $groups[$id] = $before === null ? [
                'id' => $id, 'taken' => (bool) $row->taken, 'tier' => $tier, 'rank' => $rank, 'since' => (string) $row->since,
                'count' => (int) $row->many, 'level' => $level,
            ] : [
                'id' => $id, 'taken' => $before['taken'] && $row->taken, 'tier' => min($before['tier'], $tier),
                'rank' => max($before['rank'], $rank), 'since' => min($before['since'], (string) $row->since),
                'count' => $before['count'] + (int) $row->many, 'level' => max($before['level'], $level),
            ];
        }
        // One text for each, because tens of thousands are put in order.
        $order = array_map(
            static fn(array $group): string => Attention::order(
                $group['taken'], $group['tier'], $group['rank'], $group['level'], $group['since'], $group['id'],
            ),
            $groups,
        );
        asort($order, SORT_STRING);

        return $this->ordered[$key] = array_map(static fn(int $id): array => $groups[$id], array_keys($order));
    }

    /**
     * @param  list<array{id: int, tier: int, rank: int, ...}>  $ordered
     * @param  Builder<Alert>  $query  which of their alerts are told of
     * @return list<AlertGroup>
     */
    public function told(array $ordered, Builder $query): array
    {
        // A group may have thousands: rows, not models, but for those that are shown.
        $rows = (clone $query)->getQuery()->whereIn('group_id', array_column($ordered, 'id'))->orderBy('first_signal_at')->orderBy('id')
            ->get(['id', 'group_id', 'item_id', 'level', 'count', 'flips', 'first_signal_at'])->groupBy('group_id');
        // They come as they began: of the worst, the first stays.
        $leads = $ranks = [];
        foreach ($rows as $group => $its) {
            foreach ($its as $row) {
                $rank = Level::from($row->level)->rank();
                if ($rank > ($ranks[$group] ?? -1)) {
                    [$leads[$group], $ranks[$group]] = [(int) $row->id, $rank];
                }
            }
        }
        $alerts = Alert::query()->with('taker')->whereKey(array_values($leads))->get()->keyBy('id');
        $teams = Team::query()->get()->keyBy('id');
        $suggested = $this->suggestions($teams);
        $incidents = self::incidents(array_values(
            $alerts->whereNotNull('decide_again_at')->pluck('incident_id')->filter()->map(intval(...))->all(),
        ));
        $observed = Observed::byGroup((clone $query)->whereIn('group_id', array_column($ordered, 'id')));

        return array_values(array_filter(array_map(function (array $group) use ($rows, $leads, $alerts, $teams, $suggested, $observed, $incidents): ?array {
            $its = $rows->get($group['id']);
            $lead = $alerts->get($leads[$group['id']] ?? 0);

            return $its === null
                || $lead === null
                    ? null
                    : $this->tell(
                        $its, $lead, $teams, $observed[$group['id']] ?? [], $suggested[$group['id']] ?? null,
                        $incidents[$lead->incident_id ?? 0] ?? null,
                    );
        }, $ordered)));
    }

    /**
     * @param  list<array{id: int, ...}>  $ordered
     * @param  Builder<Alert>  $query
     * @return list<string> what is wrong, by the worst and first alert of each
     */
    public function titles(array $ordered, Builder $query): array
    {
        return array_map(
            static fn(array $group): string => (clone $query)
                ->where('group_id', $group['id'])->orderByRaw(InOrder::rank('level', Level::class).' desc')
                ->orderBy('first_signal_at')->orderBy('id')->first()?->title() ?? '',
            $ordered,
        );
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, array{id: int, ref: string, title: string}>
     */
    public static function incidents(array $ids): array
    {
        return array_replace(
            [], ...array_map(static fn(KnowsIncidents $one): array => $one->named($ids), Given::all(KnowsIncidents::class)),
        );
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

        return [
            $services === [] ? Attention::NO_TIER : $services[0]->tier,
            $services !== [] ? max(array_map(static fn(HitService $s): int => $s->state->rank(), $services)) : $level->observed()->rank(),
        ];
    }

    /**
     * @param  Rows<int, \stdClass>  $rows  its alerts, those that began first before others
     * @param  Alert  $lead  the alert that speaks for the group: the worst, and of those the first
     * @param  Collection<int|string, Team>  $teams
     * @param  array<array-key, State>  $observed  worst state of each item on which something fires
     * @param  string|null  $suggested  conditions in words, where they are met and its team wants that to be said
     * @param  array{id: int, ref: string, title: string}|null  $incident  that was resolved while it still fired
     * @return AlertGroup
     */
    private function tell(Rows $rows, Alert $lead, Collection $teams, array $observed, ?string $suggested, ?array $incident): array
    {
        $estate = $this->estate;
        $impact = $this->standing->of($observed);
        $services = $estate->services($impact);
        $items = array_values(array_unique(array_map(strval(...), array_filter($rows->pluck('item_id')->all(), is_string(...)))));
        $ground = $estate->ground($items);
        // What people outside notice counts; where they notice nothing, the items do.
        $worst = $services !== []
            ? max(array_map(static fn(HitService $s): int => $s->state->rank(), $services))
            : max(array_map(static fn(Affected $a): int => $a->state->rank(), $impact->affected) ?: [0]);
        $tier = $services === [] ? null : $services[0]->tier;
        $ids = array_map(intval(...), $rows->pluck('id')->all());

        return [
            'id' => $lead->group_id ?? $lead->id,
            'lead' => $lead->id,
            'alertIds' => array_values(array_unique([$lead->id, ...$ids])),
            'title' => $lead->title(),
            'level' => $lead->level->value,
            'state' => State::ofRank($worst)->value,
            'rank' => $worst,
            'tier' => $tier ?? Attention::NO_TIER,
            'count' => count($ids),
            'signals' => array_sum(array_map(intval(...), $rows->pluck('count')->all())),
            'flips' => array_sum(array_map(intval(...), $rows->pluck('flips')->all())),
            'since' => Moment::of(Moment::seconds((string) $rows->min('first_signal_at'))),
            'after' => $lead->decide_again_at === null
                || $incident === null ? null : ['id' => $incident['id'], 'ref' => $incident['ref'], 'at' => $lead->decide_again_at],
            'items' => array_map(static fn(string $id): array => ['id' => $id, 'name' => $estate->name($id)], array_slice($items, 0, 4)),
            'services' => array_map(
                static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value],
                $services,
            ),
            'sites' => $estate->sites($impact),
            'root' => $ground === null
                || $ground->of === 1
                    ? null
                    : ['id' => $ground->item, 'name' => $estate->name($ground->item), 'explains' => $ground->explains, 'of' => $ground->of],
            'taken' => $lead->taken_at === null ? null : ['by' => $lead->taker->name ?? '', 'at' => $lead->taken_at],
            'team' => $lead->team_id === null ? null : $teams->get($lead->team_id)?->name, 'team_id' => $lead->team_id,
            'suggested' => $suggested,
        ];
    }

    /**
     * Groups that meet the conditions of a team for an incident, whether that is suggested or done.
     *
     * Once for a group: one that has or had an incident is left to people.
     *
     * @return list<array{id: int, taken: bool, tier: int, rank: int, since: string, count: int, level: int}>
     */
    public function meeting(Team $team): array
    {
        $conditions = IncidentConditions::of($team->auto_when);
        $had = Alert::query()->whereNotNull('incident_id')->whereNotNull('group_id')->select('group_id');
        $ids = array_flip(
            Alert::query()->undecided()
                ->where('team_id', $team->id)->whereNotNull('group_id')->whereNotIn('group_id', $had)->distinct()
                ->pluck('group_id')->map(intval(...))->all(),
        );

        return $ids === []
            ? []
            : array_values(array_filter($this->ordered(Alert::query()->undecided()), static function (array $group) use ($conditions, $ids): bool {
                $minutes = $group['taken'] ? null : intdiv(Moment::now() - Moment::seconds($group['since']), 60);

                return isset($ids[$group['id']])
                    && $conditions->areMet(
                        $group['tier'] === Attention::NO_TIER ? null : $group['tier'], Level::cases()[$group['level']],
                        $group['count'], $minutes,
                    );
            }));
    }

    /**
     * @param  Collection<int|string, Team>  $teams
     * @return array<int, string> by group, the conditions in words, where a team wants incidents to be suggested and they are met
     */
    private function suggestions(Collection $teams): array
    {
        $suggested = [];
        foreach ($teams->where('auto_incidents', 'suggest') as $team) {
            foreach ($this->meeting($team) as $group) {
                $suggested[$group['id']] ??= IncidentConditions::of($team->auto_when)->words();
            }
        }

        return $suggested;
    }
}
