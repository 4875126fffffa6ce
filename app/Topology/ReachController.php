<?php

declare(strict_types=1);

namespace App\Topology;

use App\Incidents\Incident;
use App\Platform\Http\Asked;
use App\Platform\Moment;
use App\Signals\Alert;
use App\Signals\Observed;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\State;

/** The reach of items, of an alert's group or of an incident, in both directions: what could be the cause, and what it takes along. */
final class ReachController
{
    private const MOST_ROOTS = 50;

    /** @var array{array<array-key, State>, string, string|null, bool}|null worked out once a request */
    private ?array $from = null;

    public function __invoke(Request $request): Response
    {
        $this->from = null;
        return Inertia::render('Topology/Reach', ['begun' => fn(): array => $this->begun($request), 'reach' => fn(): array => $this->reach($request)]);
    }

    /** @return array{words: string, link: string|null, items: list<array{id: string, name: string}>, supposed: bool} */
    private function begun(Request $request): array
    {
        [$observed, $words, $link, $supposed] = $this->from($request);
        $names = DB::table('items')->whereIn('id', array_map(strval(...), array_keys($observed)))->pluck('name', 'id');

        return ['words' => $words, 'link' => $link, 'supposed' => $supposed, 'items' => array_values(array_map(static fn(int|string $id): array => ['id' => (string) $id, 'name' => (string) ($names[$id] ?? $id)], array_keys($observed)))];
    }

    /** @return array<string, mixed> */
    private function reach(Request $request): array
    {
        $estate = Estate::open();
        [$observed, , , $supposed] = $this->from($request);
        $standing = Standing::now($estate);
        // What is only supposed is drawn as it would be; what is so, as all that is wrong makes it.
        $impact = $supposed ? $estate->trace($observed) : $standing->of($observed);
        $roots = array_values(array_filter(array_map(strval(...), array_keys($observed)), static fn(string $id): bool => $estate->item($id) !== null));
        $reach = (new Reach($estate, $impact, $supposed ? [] : $standing->affected()))->withUnderneath($roots, $standing->states());
        $ids = array_column($reach['nodes'], 'id');
        $alerts = $this->openAlerts($ids);
        $work = $this->work();
        $reach['nodes'] = array_map(static fn(array $node): array => [...$node, 'alerts' => $alerts[$node['id']] ?? 0, 'work' => $work[$node['id']] ?? null], $reach['nodes']);

        return $reach;
    }

    /** @return array{array<array-key, State>, string, string|null, bool} what is taken to be wrong, what that is called, where it is told of, and whether it is only supposed */
    private function from(Request $request): array
    {
        return $this->from ??= $this->read($request);
    }

    /** @return array{array<array-key, State>, string, string|null, bool} */
    private function read(Request $request): array
    {
        $incident = Asked::number($request, 'incident');
        if ($incident > 0) {
            $found = Incident::query()->findOrFail($incident);

            return [Observed::inIncident($found->id), "{$found->ref()} $found->title", "/incidents/$found->id", false];
        }
        $group = Asked::number($request, 'group');
        if ($group > 0) {
            $lead = Alert::query()->findOrFail($group);

            return [Observed::by(Alert::query()->whereNull('closed_at')->where('group_id', $lead->group_id)), $lead->title(), "/alerts/$lead->id", false];
        }
        $items = array_slice(array_values(array_unique(array_filter(explode(',', Asked::text($request, 'items'))))), 0, self::MOST_ROOTS);
        $estate = Estate::open();
        $states = [];
        foreach ($estate->trace(Observed::everywhere())->affected as $affected) {
            $states[$affected->id] = $affected->state;
        }
        $observed = [];
        foreach ($items as $id) {
            if ($estate->item($id) !== null) {
                $observed[$id] = $states[$id] ?? State::Down;
            }
        }
        $supposed = array_filter(array_keys($observed), static fn(int|string $id): bool => ! isset($states[$id])) !== [];

        return [$observed, implode(', ', array_map($estate->name(...), array_map(strval(...), array_keys($observed)))), count($observed) === 1 ? '/estate/'.rawurlencode((string) array_key_first($observed)) : null, $supposed];
    }

    /**
     * @param  list<string>  $ids
     * @return array<array-key, int> by item
     */
    private function openAlerts(array $ids): array
    {
        $wanted = array_fill_keys($ids, true);
        $counts = DB::table('alert_items')->join('alerts', 'alerts.id', '=', 'alert_items.alert_id')->where('alert_items.fires', true)->whereNull('alerts.closed_at')->groupBy('alert_items.item')->pluck(DB::raw('count(*)'), 'alert_items.item')->map(static fn(mixed $n): int => is_numeric($n) ? (int) $n : 0)->all();

        return array_intersect_key($counts, $wanted);
    }

    /** @return array<array-key, string> work under way or about to be, by the items that it is on */
    private function work(): array
    {
        $work = [];
        foreach (DB::table('quiet_times')->where('to_at', '>', Moment::text(Moment::now()))->where('from_at', '<', Moment::text(Moment::now() + 86400))->orderBy('from_at')->get(['items', 'reason']) as $row) {
            foreach ((array) json_decode($row->items, true, 4, JSON_THROW_ON_ERROR) as $item) {
                if (is_string($item)) {
                    $work[$item] ??= $row->reason;
                }
            }
        }

        return $work;
    }
}
