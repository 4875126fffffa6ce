<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\InOrder;
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
 * @phpstan-import-type GroupInOrder from GroupsInOrder
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

    public readonly GroupsInOrder $inOrder;

    public function __construct()
    {
        $this->standing = Standing::now();
        $this->estate = $this->standing->estate;
        $this->inOrder = new GroupsInOrder($this->estate);
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

        return $groups->told($groups->inOrder->first($query, $most), $query);
    }

    /**
     * @param  list<array{id: int, tier: int, rank: int, ...}>  $ordered
     * @param  Builder<Alert>  $query  which of their alerts are told of
     * @return list<AlertGroup>
     */
    public function told(array $ordered, Builder $query): array
    {
        // A group may have thousands: rows, not models, but for those that are shown.
        $all = (clone $query)->getQuery()->whereIn('group_id', array_column($ordered, 'id'))->orderBy('first_signal_at')->orderBy('id')
            ->get(['id', 'group_id', 'item_id', 'level', 'count', 'flips', 'first_signal_at']);
        // They come as they began: of the worst, the first stays.
        $rows = $leads = $ranks = [];
        foreach ($all as $row) {
            $group = (int) $row->group_id;
            $rows[$group][] = $row;
            $rank = Level::from($row->level)->rank();
            if ($rank > ($ranks[$group] ?? -1)) {
                [$leads[$group], $ranks[$group]] = [(int) $row->id, $rank];
            }
        }
        $alerts = Alert::query()->with('taker')->whereKey(array_values($leads))->get()->keyBy('id');
        $teams = Team::query()->get()->keyBy('id');
        $suggested = $this->suggestions($teams);
        $incidents = self::incidents(array_values(
            $alerts->whereNotNull('decide_again_at')->pluck('incident_id')->filter()->map(intval(...))->all(),
        ));
        $observed = Observed::byGroup((clone $query)->whereIn('group_id', array_column($ordered, 'id')));
        $this->estate->readAhead(
            array_values(array_unique(array_map(strval(...), array_merge(...array_map(array_keys(...), array_values($observed))))))
        );

        return array_values(array_filter(array_map(function (array $group) use (
            $rows, $leads, $alerts, $teams, $suggested, $observed, $incidents
        ): ?array {
            $its = $rows[$group['id']] ?? null;
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

    /**
     * @param  non-empty-list<\stdClass>  $rows  its alerts, those that began first before others
     * @param  Alert  $lead  the alert that speaks for the group: the worst, and of those the first
     * @param  Collection<int|string, Team>  $teams
     * @param  array<array-key, State>  $observed  worst state of each item on which something fires
     * @param  string|null  $suggested  conditions in words, where they are met and its team wants that to be said
     * @param  array{id: int, ref: string, title: string}|null  $incident  that was resolved while it still fired
     * @return AlertGroup
     */
    private function tell(array $rows, Alert $lead, Collection $teams, array $observed, ?string $suggested, ?array $incident): array
    {
        $estate = $this->estate;
        $impact = $this->standing->of($observed);
        $services = $estate->services($impact);
        $items = array_values(array_unique(array_map(strval(...), array_filter(array_column($rows, 'item_id'), is_string(...)))));
        $ground = $estate->ground($items);
        // What people outside notice counts; where they notice nothing, the items do.
        $worst = $services !== []
            ? max(array_map(static fn(HitService $s): int => $s->state->rank(), $services))
            : max(array_map(static fn(Affected $a): int => $a->state->rank(), $impact->affected) ?: [0]);
        $tier = $services === [] ? null : $services[0]->tier;
        $ids = array_map(intval(...), array_column($rows, 'id'));

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
            'signals' => array_sum(array_map(intval(...), array_column($rows, 'count'))),
            'flips' => array_sum(array_map(intval(...), array_column($rows, 'flips'))),
            'since' => Moment::of(Moment::seconds((string) $rows[0]->first_signal_at)),
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
     * @return list<GroupInOrder>
     */
    public function meeting(Team $team): array
    {
        $conditions = IncidentConditions::of($team->auto_when);
        $had = Alert::query()->whereNotNull('incident_id')->whereNotNull('group_id')->select('group_id');
        $its = Alert::query()->undecided()->where('team_id', $team->id)->whereNotIn('group_id', $had)->select('group_id');

        return array_values(array_filter(
            $this->inOrder->first(Alert::query()->undecided()->whereIn('group_id', $its)),
            static fn(array $group): bool => $conditions->areMet(
                $group['tier'] === Attention::NO_TIER ? null : $group['tier'], Level::cases()[$group['level']], $group['count'],
                $group['taken'] ? null : intdiv(Moment::now() - Moment::seconds($group['since']), 60),
            ),
        ));
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
