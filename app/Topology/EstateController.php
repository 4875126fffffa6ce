<?php

declare(strict_types=1);

namespace App\Topology;

use App\Incidents\Incident;
use App\Platform\Moment;
use App\Signals\Alert;
use App\Signals\Observed;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Availability;
use Skarvo\Topology\Affected;

final class EstateController
{
    private const AVAILABILITY_DAYS = 90;

    public function index(Request $request): Response
    {
        $find = trim($request->string('find')->toString());
        $kind = $request->string('kind')->toString();
        $states = $this->states(Estate::load()->trace(Observed::everywhere())->affected);
        $items = Item::query()->with('team')
            ->when($find !== '', fn($query) => $query->where(fn($q) => $q->where('name', 'like', "%$find%")->orWhere('id', 'like', "%$find%")->orWhere('site', 'like', "%$find%")))
            ->when($kind !== '', fn($query) => $query->where('kind', $kind))
            ->orderByRaw('tier is null, tier')->orderBy('name')->get();

        return Inertia::render('Topology/Estate', [
            'items' => $items->map(fn(Item $item): array => [
                'id' => $item->id, 'name' => $item->name, 'kind' => $item->kind, 'tier' => $item->tier,
                'site' => $item->site, 'team' => $item->team?->name, 'state' => $states[$item->id] ?? 'up',
            ])->sortByDesc(fn(array $item): int => ['up' => 0, 'at_risk' => 1, 'degraded' => 2, 'down' => 3][$item['state']])->values(),
            'kinds' => Item::query()->distinct()->orderBy('kind')->pluck('kind'),
            'find' => $find,
            'kind' => $kind,
        ]);
    }

    public function show(Item $item): Response
    {
        $estate = Estate::load();
        $impact = $estate->trace(Observed::everywhere());
        $states = $this->states($impact->affected);
        $reach = new Reach($estate, $impact);
        $affected = collect($impact->affected)->first(fn(Affected $a): bool => $a->id === $item->id);
        $named = static fn(string $id): array => ['id' => $id, 'name' => $estate->name($id), 'state' => $states[$id] ?? 'up'];
        $needs = collect($estate->needs());

        return Inertia::render('Topology/Item', [
            'item' => [
                'id' => $item->id, 'name' => $item->name, 'kind' => $item->kind, 'tier' => $item->tier, 'site' => $item->site,
                'team' => $item->team?->name, 'description' => $item->description,
                'state' => $states[$item->id] ?? 'up', 'why' => $affected === null ? null : $reach->why($affected),
            ],
            'needs' => $needs->where('owner', $item->id)->map(fn(array $need): array => [
                'words' => $need['name'] === null ? null : "needs {$need['needs']} of these ".count($need['members']),
                'strength' => $need['strength'], 'members' => array_map($named, $need['members']),
            ])->values(),
            'neededBy' => $needs->filter(fn(array $need): bool => in_array($item->id, $need['members'], true))
                ->map(fn(array $need): array => [...$named($need['owner']), 'strength' => $need['strength'], 'group' => $need['name'] !== null])->values(),
            'alerts' => Alert::query()->where('item_id', $item->id)->latest('opened_at')->limit(20)->get()->map(fn(Alert $alert): array => $alert->summed()),
            'incidents' => Incident::query()->whereIn('id', Alert::query()->where('item_id', $item->id)->whereNotNull('incident_id')->select('incident_id'))
                ->orWhere('service_id', $item->id)->latest('declared_at')->limit(20)->get()
                ->map(fn(Incident $incident): array => ['id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title, 'resolved_at' => $incident->resolved_at]),
            'availability' => $item->kind === Item::SERVICE ? $this->availability($item->id) : null,
            'weakPoints' => $item->kind === Item::SERVICE ? $this->weakPoints($estate, $item->id) : null,
            'reach' => (new Reach($estate, $estate->trace([$item->id => \Skarvo\Topology\State::Down])))->toArray(),
        ]);
    }

    /** @return array{share: float, down: int, incidents: int, days: int} over the last days, by its incidents; down in milliseconds */
    private function availability(string $service): array
    {
        $to = Moment::now();
        $from = $to - self::AVAILABILITY_DAYS * 86400;
        $incidents = Incident::query()->where('service_id', $service)->where(fn($query) => $query->whereNull('resolved_at')->orWhere('resolved_at', '>=', Moment::text($from)))->get(['id', 'started_at', 'resolved_at']);
        $availability = Availability::of(array_values($incidents->map(static fn(Incident $incident): array => [$incident->started_at->getTimestamp(), $incident->resolved_at?->getTimestamp()])->all()), $from, $to);

        return ['share' => $availability->share(), 'down' => $availability->down * 1000, 'incidents' => $incidents->count(), 'days' => self::AVAILABILITY_DAYS];
    }

    /**
     * Single items that take a service down, worst first: those that take the most important and the most services.
     *
     * @return list<array{id: string, name: string, kind: string, services: int, tier: int}>
     */
    private function weakPoints(Estate $estate, string $service): array
    {
        $weak = [];
        foreach ($estate->weakPoints($service) as $id) {
            $services = $estate->services($estate->trace([$id => \Skarvo\Topology\State::Down]));
            $weak[] = ['id' => $id, 'name' => $estate->name($id), 'kind' => $estate->item($id)['kind'] ?? '', 'services' => count($services), 'tier' => $services[0]->tier ?? 9];
        }
        usort($weak, static fn(array $a, array $b): int => [$a['tier'], -$a['services'], $a['name']] <=> [$b['tier'], -$b['services'], $b['name']]);

        return $weak;
    }

    /**
     * @param  list<Affected>  $affected
     * @return array<array-key, string>
     */
    private function states(array $affected): array
    {
        return array_combine(array_map(static fn(Affected $a): string => $a->id, $affected), array_map(static fn(Affected $a): string => $a->state->value, $affected));
    }
}
