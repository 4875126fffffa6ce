<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Platform\Once;
use App\Platform\Team;
use App\Signals\Requests\AlertsRequest;
use App\Signals\Requests\CloseAlertsRequest;
use App\Signals\Requests\DeferAlertsRequest;
use App\Signals\Requests\DropFilterRequest;
use App\Signals\Requests\GroupMembersRequest;
use App\Signals\Requests\KeepFilterRequest;
use App\Signals\Requests\MatchItemRequest;
use App\Topology\Item;
use App\Topology\Standing;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;

final class AlertsController
{
    /** Groups on the first look, and more with each further one. */
    private const GROUPS = 40;

    /** Alerts of a group that are shown one by one. */
    private const MEMBERS = 100;

    public function index(Request $request): Response
    {
        $person = CurrentPerson::of($request);
        $filter = AlertFilter::of($request, $person);
        $most = min(2000, max(self::GROUPS, Asked::number($request, 'most')));

        return Inertia::render('Signals/Alerts', [
            'filter' => $filter->toArray(),
            'found' => function () use ($filter, $most): array {
                $groups = AlertGroups::during(request());
                $query = $filter->query();
                $first = $groups->inOrder->first($query, $most);
                [$of, $alerts] = $groups->inOrder->count($query);

                return ['groups' => $groups->told($first, $query), 'alerts' => $alerts, 'of' => $of];
            },
            // Asked for when all that fits is marked, also what is not shown.
            'ids' => Inertia::optional(fn() => $filter->query()->limit(AlertsRequest::MOST)->pluck('id')),
            'filters' => fn() => DB::table('alert_filters')->where('person_id', $person->id)->orderBy('name')->get(['name', 'query']),
            'teams' => fn() => Team::query()->orderBy('name')->get(['id', 'name']),
        ]);
    }

    /** The alerts of a group, one by one, as far as the filter shows them. */
    public function members(GroupMembersRequest $request): JsonResponse
    {
        $request->validated();
        $query = AlertFilter::of($request, CurrentPerson::of($request))->query()->where('group_id', Asked::number($request, 'group'));

        return new JsonResponse(
            $query->orderBy('first_signal_at')->orderBy('id')
                ->limit(self::MEMBERS)->get()->map(static fn(Alert $alert): array => $alert->toLine()),
        );
    }

    public function show(Request $request, Alert $alert, Explain $explain): Response
    {
        $standing = Standing::now();
        $estate = $standing->estate;
        $alert->load(['taker', 'team']);
        $items = array_values(array_map(strval(...), array_keys($alert->items)));
        $matched = DB::table('item_aliases')->whereIn('named', [...$items, (string) $alert->item_named])->pluck('item_id', 'named');
        $named = $matched->flip();
        $impact = $standing->of(Observed::by(Alert::query()->whereKey($alert->id)));
        $most = min(2000, max(100, Asked::number($request, 'most')));
        $signals = AlertSignals::of($alert);

        return Inertia::render('Signals/Alert', [
            'alert' => [
                ...$alert->toLine(), 'key' => $alert->key, 'taker' => $alert->taker?->name, 'team_named' => $alert->team?->name,
                'again' => $alert->decide_again_at !== null,
                'incident' => $alert->incident_id === null
                    ? null
                    : AlertGroups::incidents([$alert->incident_id])[$alert->incident_id] ?? null,
            ],
            'items' => array_map(static function (string $one) use ($estate, $matched, $named, $alert): array {
                $id = (string) ($matched[$one] ?? $one);

                return [
                    'id' => $id, 'name' => $estate->name($id), 'known' => $estate->item($id) !== null,
                    'fires' => (bool) ($alert->items[$one][1] ?? false),
                    'called' => isset($named[$id]) ? (string) $named[$id] : null,
                ];
            }, $items),
            'services' => array_map(
                static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value],
                $estate->services($impact),
            ),
            'signals' => fn() => (clone $signals)->latest('id')->limit($most)->get()
                ->map(fn(Signal $s): array => $s->only([
                    'id', 'at', 'said_at', 'condition', 'level', 'summary', 'value', 'unit', 'url', 'external_id', 'labels',
                    'payload', 'received_at',
                ])),
            'signalsInAll' => fn(): int => (clone $signals)->count(),
            'causes' => fn(): array => $alert->closed_at !== null ? [] : LikelyCause::of(
                Alert::query()->whereNull('closed_at')->where('group_id', $alert->group_id), $standing->observed(),
            ),
            'why' => fn(): array => $explain->alert($alert),
            'group' => fn() => Alert::query()->where('group_id', $alert->group_id)
                ->whereKeyNot($alert->id)->whereNull('withdrawn_at')->orderBy('stamp')->limit(50)->get()
                ->map(fn(Alert $a): array => $a->toLine()),
            'story' => Entry::query()->about('alert', $alert->id)->where('kind', '!=', SignalEntry::SignalsTaken)->orderBy('seq')->get()
                ->map(Telling::of(...)),
        ]);
    }

    /** What a monitor calls it is an item of the estate: once for all. */
    public function match(MatchItemRequest $request, Alert $alert, MatchItem $match): RedirectResponse
    {
        $input = $request->validated();
        abort_unless(array_key_exists((string) $input['named'], $alert->items) || $alert->item_named === $input['named'], 404);
        $person = CurrentPerson::of($request);
        Once::for($request, static fn() => $match(
            (string) $input['named'], Item::query()->findOrFail((string) $input['item']), $input['was'] ?? null, $person,
        ));

        return back();
    }

    public function take(AlertsRequest $request): RedirectResponse
    {
        return self::work($request, static fn(WorkAlerts $work) => $work->take());
    }

    public function wait(DeferAlertsRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $until = isset($input['until'])
            ? CarbonImmutable::parse($input['until'])->utc()
            : CarbonImmutable::instance(now())->addMinutes((int) $input['minutes']);

        return self::work($request, static fn(WorkAlerts $work) => $work->letWait($until));
    }

    public function closeByHand(CloseAlertsRequest $request): RedirectResponse
    {
        $input = $request->validated();

        return self::work($request, static fn(WorkAlerts $work) => $work->closeByHand($input['reason']));
    }

    public function bringBack(AlertsRequest $request): RedirectResponse
    {
        return self::work($request, static fn(WorkAlerts $work) => $work->bringBack());
    }

    public function splitOff(AlertsRequest $request): RedirectResponse
    {
        return self::work($request, static fn(WorkAlerts $work) => $work->splitOff());
    }

    public function putTogether(AlertsRequest $request): RedirectResponse
    {
        return self::work($request, static fn(WorkAlerts $work) => $work->putTogether());
    }

    public function keepFilter(KeepFilterRequest $request): RedirectResponse
    {
        $input = $request->validated();
        DB::table('alert_filters')->upsert(
            [['person_id' => CurrentPerson::of($request)->id, 'name' => trim($input['name']), 'query' => (string) $input['query']]],
            ['person_id', 'name'], ['query'],
        );

        return back();
    }

    public function dropFilter(DropFilterRequest $request): RedirectResponse
    {
        $input = $request->validated();
        DB::table('alert_filters')->where('person_id', CurrentPerson::of($request)->id)->where('name', $input['name'])->delete();

        return back();
    }

    /** @param  \Closure(WorkAlerts): void  $what */
    private static function work(AlertsRequest $request, \Closure $what): RedirectResponse
    {
        $work = new WorkAlerts($request->alerts(), CurrentPerson::of($request));
        Once::for($request, static fn() => $what($work));

        return back();
    }
}
