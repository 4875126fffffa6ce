<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Given;
use App\Platform\Journal\Telling;
use App\Platform\Moment;
use App\Topology\Contracts\ItemPanel;
use App\Topology\Record\Fields;
use App\Topology\Record\ItemHistory;
use App\Topology\Record\Needs;
use App\Topology\Record\RecordDoubts;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\Affected;
use Skarvo\Topology\HitService;
use Skarvo\Topology\Record\Comparison;
use Skarvo\Topology\State;

final class EstateController
{
    private const SHOWN = 500;

    private const HISTORY = 60;

    public function index(Request $request): Response
    {
        $states = $this->states(Standing::now()->impact()->affected);
        $list = EstateList::asked($request);
        $rank = static fn(string $id): int => State::from($states[$id] ?? State::Up->value)->rank();
        $rows = $list->rows(self::SHOWN, array_map(strval(...), array_keys($states)));
        if ($list->sort === '') {
            $rows = $rows->sortByDesc(static fn(\stdClass $row): int => $rank((string) $row->id))->values();
        }
        $cells = $list->cells($rows);

        return Inertia::render('Topology/Estate', [
            'items' => $rows->map(static fn(\stdClass $row, int $i): array => [
                'id' => (string) $row->id, 'name' => $row->name, 'state' => $states[$row->id] ?? 'up',
                'unseen' => $row->not_seen_since !== null, 'cells' => (object) $cells[$i],
            ]),
            'inAll' => $list->query()->count(),
            'kinds' => Item::query()->distinct()->orderBy('kind')->pluck('kind'),
            'asked' => $list->toArray(),
            'fields' => $list->fields(),
            'comparisons' => array_map(
                static fn(Comparison $c): array => ['sign' => $c->value, 'words' => $c->words()], Comparison::cases(),
            ),
        ]);
    }

    public function show(Item $item): Response
    {
        $estate = Estate::open();
        $standing = Standing::now($estate);
        $impact = $standing->impact();
        $states = $this->states($impact->affected);
        $reach = new Reach($estate, $impact);
        $affected = collect($impact->affected)->first(fn(Affected $a): bool => $a->id === $item->id);
        $named = static fn(string $id): array => ['id' => $id, 'name' => $estate->name($id), 'state' => $states[$id] ?? 'up'];
        $relations = collect(Fields::relations())->keyBy('id');

        return Inertia::render('Topology/Item', [
            ...array_merge(...array_map(
                static fn(ItemPanel $panel): array => $panel->page($item, $standing), Given::all(ItemPanel::class),
            )),
            'item' => [
                'id' => $item->id, 'name' => $item->name, 'kind' => $item->kind, 'tier' => $item->tier, 'site' => $item->site,
                'team' => $item->team?->name, 'description' => $item->description,
                'state' => $states[$item->id] ?? 'up', 'why' => $affected === null ? null : $reach->why($affected),
                'retired' => self::retired($item->id),
            ],
            'needs' => collect($estate->needsOf([$item->id]))->map(fn(array $need): array => [
                'words' => $need['name'] === null ? null : "{$need['needs']} of these ".count($need['members']),
                'how' => $relations->get($need['relation'] ?? '')->forward ?? 'needs', 'strength' => $need['strength'],
                'members' => array_map($named, $need['members']),
            ])->values(),
            'neededBy' => collect($estate->needsFor([$item->id]))
                ->map(fn(array $need): array => [
                    ...$named($need['owner']), 'how' => $relations->get($need['relation'] ?? '')->forward ?? 'needs',
                    'strength' => $need['strength'], 'group' => $need['name'] !== null,
                ])
                ->values(),
            'weakPoints' => $item->kind === Item::SERVICE ? $this->weakPoints($estate, $item->id) : null,
            // Nothing stands on most services: their picture is what they stand on.
            'reach' => $item->isService()
                ? (new Reach($estate, $estate->trace([])))->withUnderneath([$item->id], array_map(State::from(...), $states))
                : (new Reach($estate, $estate->trace([$item->id => State::Down])))->toArray(),
            'record' => RecordedItem::told($item),
            'needsWords' => Fields::words()->format(Needs::of([$item->id])[$item->id] ?? []),
            'contradictions' => array_map(
                static fn(array $c): array => [...$c, 'at' => Moment::seconds($c['at']) * 1000],
                RecordDoubts::contradictions($item->id),
            ),
            'history' => ItemHistory::of($item->id)->latest('seq')->limit(self::HISTORY)->get()->map(Telling::of(...)),
            'proposed' => DB::table('proposed_dependencies')
                ->where('state', 'proposed')
                ->where(fn($query) => $query->where('from_id', $item->id)->orWhere('to_id', $item->id))->count(),
        ]);
    }

    /** @return array{at: int, why: string, by: string}|null since when it is not in the estate any more */
    private static function retired(string $item): ?array
    {
        $row = DB::table('retired_items')
            ->leftJoin('people', 'people.id', '=', 'retired_items.person_id')->where('item_id', $item)
            ->first(['at', 'why', 'people.name']);

        return $row === null ? null : ['at' => Moment::seconds($row->at) * 1000, 'why' => (string) $row->why, 'by' => (string) $row->name];
    }

    /**
     * Single items that take a service down, worst first: those that take the most important and the most services.
     *
     * @return list<array{id: string, name: string, kind: string, services: int, tier: int}>
     */
    private function weakPoints(Estate $estate, string $service): array
    {
        $weak = [];
        $points = $estate->weakPoints($service);
        $estate->prepare($points);
        foreach ($points as $id) {
            // Those that it takes down; what works in part without it is not taken along.
            $services = array_values(array_filter(
                $estate->services($estate->trace([$id => State::Down])),
                static fn(HitService $s): bool => $s->state === State::Down,
            ));
            $weak[] = [
                'id' => $id, 'name' => $estate->name($id), 'kind' => $estate->item($id)['kind'] ?? '',
                'services' => count($services), 'tier' => $services[0]->tier ?? 9,
            ];
        }
        usort(
            $weak,
            static fn(array $a, array $b): int => [$a['tier'], -$a['services'], $a['name']] <=> [$b['tier'], -$b['services'], $b['name']],
        );

        return $weak;
    }

    /**
     * @param  list<Affected>  $affected
     * @return array<array-key, string>
     */
    private function states(array $affected): array
    {
        return array_combine(
            array_map(static fn(Affected $a): string => $a->id, $affected),
            array_map(static fn(Affected $a): string => $a->state->value, $affected),
        );
    }
}
