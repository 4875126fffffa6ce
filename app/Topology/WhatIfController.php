<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Team;
use App\Topology\Requests\KeepWhatIfRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\Affected;
use Skarvo\Topology\HitService;
use Skarvo\Topology\Record\LeastHurt;
use Skarvo\Topology\Record\WeekOfUse;
use Skarvo\Topology\State;

/** What would fall if some items failed, or were taken out for work: asked before a change. All of it stands in the address. */
final class WhatIfController
{
    public const MOST = 50;

    /** How long work takes, if nobody says. */
    private const HOURS = 2;

    private const KEPT = 30;

    /** Services of which it is asked what alone would take them down, those that matter most. */
    private const SERVICES_LOOKED_AT = 20;

    private const WORST = 10;

    public function show(Request $request): Response
    {
        $estate = Estate::open();
        $asked = array_slice(array_values(array_unique(array_filter(explode(',', Asked::text($request, 'items'))))), 0, self::MOST);
        $items = array_values(array_filter($asked, static fn(string $id): bool => $estate->item($id) !== null));
        $now = Asked::yes($request, 'now') ? Standing::now($estate)->observed() : [];
        $states = $now;
        foreach ($items as $id) {
            $states[$id] = State::Down;
        }
        $impact = $items === [] && $now === [] ? $estate->trace([]) : $estate->trace($states);
        $before = [];
        foreach ($now === [] ? [] : $estate->trace($now)->affected as $affected) {
            $before[$affected->id] = $affected->state;
        }
        $names = static fn(array $list): array => array_map(
            static fn(Affected $a): array => [
                'id' => $a->id, 'name' => $estate->name($a->id), 'tier' => $estate->item($a->id)['tier'] ?? null,
                'state' => $a->state->value, 'team' => $estate->item($a->id)['team'] ?? null,
            ],
            $list,
        );
        // What is so already is not what this would do.
        $new = array_values(array_filter(
            $impact->affected,
            static fn(Affected $a): bool => ! in_array($a->id, $items, true) && ($before[$a->id] ?? State::Up)->rank() < $a->state->rank(),
        ));
        usort(
            $new,
            static fn(Affected $a, Affected $b): int => [
                -$a->state->rank(), $estate->item($a->id)['tier'] ?? 9, $a->id,
            ] <=> [-$b->state->rank(), $estate->item($b->id)['tier'] ?? 9, $b->id],
        );
        $teams = Team::query()->pluck('name', 'id');
        $hours = min(168, max(1, Asked::number($request, 'hours', self::HOURS)));
        $services = $estate->services($impact);
        $touched = array_values(array_unique(array_filter(
            array_map(
                static fn(Affected $a): ?string => $teams->get($estate->item($a->id)['team'] ?? ''),
                array_filter($new, static fn(Affected $a): bool => $a->state->isBroken()),
            ),
            is_string(...),
        )));
        sort($touched);

        return Inertia::render('Topology/WhatIf', [
            'items' => array_map(static fn(string $id): array => ['id' => $id, 'name' => $estate->name($id)], $items),
            'unknown' => array_values(array_diff($asked, $items)),
            'onTop' => Asked::yes($request, 'now'),
            'falls' => $names(array_values(array_filter($new, static fn(Affected $a): bool => $a->state === State::Down))),
            'suffers' => $names(array_values(array_filter($new, static fn(Affected $a): bool => $a->state === State::Degraded))),
            'loses' => $names(array_values(array_filter($new, static fn(Affected $a): bool => $a->state === State::AtRisk))),
            'services' => array_values(array_map(
                static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value],
                $services,
            )),
            'teams' => $touched,
            // Who has to be told follows from the services that it hits, who has to be asked from the items that are worked on.
            'tell' => Owners::of(array_values(array_map(
                static fn($s): string => $s->id, array_filter($services, static fn($s): bool => $s->state->isBroken()),
            ))),
            'ask' => array_values(array_unique(array_filter(
                array_map(static fn(string $id): ?string => $teams->get($estate->item($id)['team'] ?? ''), $items),
                is_string(...),
            ))),
            'hours' => $hours,
            'best' => $this->best($services, $hours),
            'unmeasured' => $this->unmeasured($services),
            'kept' => fn() => DB::table('what_ifs')
                ->leftJoin('people', 'people.id', '=', 'what_ifs.author_id')->orderByDesc('what_ifs.id')
                ->limit(self::KEPT)->get(['what_ifs.*', 'people.name as author'])
                ->map(static fn(\stdClass $row): array => [
                    'id' => (int) $row->id, 'name' => $row->name,
                    'items' => json_decode($row->items, true, 4, JSON_THROW_ON_ERROR), 'hours' => (int) $row->hours,
                    'author' => $row->author, 'at' => Moment::seconds($row->at) * 1000,
                ]),
            'worst' => $items === [] ? $this->worst($estate) : [],
            'sites' => $estate->sites($impact),
            'reach' => (new Reach($estate, $impact))->toArray(),
        ]);
    }

    public function keep(KeepWhatIfRequest $request, KeepWhatIf $keep): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $input, $person): void {
            $keep->keep((string) $input['name'], array_values($input['items']), (int) $input['hours'], $person);
        });

        return back();
    }

    public function drop(int $kept, KeepWhatIf $keep): RedirectResponse
    {
        $keep->drop($kept);

        return back();
    }

    /**
     * Where to begin: single items that take most of the services along that matter most.
     *
     * @return list<array{id: string, name: string, kind: string, services: list<string>}>
     */
    private function worst(Estate $estate): array
    {
        $taken = [];
        foreach (
            Item::query()->where('kind', Item::SERVICE)
                ->whereNotNull('tier')->orderBy('tier')->orderBy('name')->limit(self::SERVICES_LOOKED_AT)
                ->get(['id', 'name']) as $service
        ) {
            foreach ($estate->weakPoints($service->id) as $point) {
                $taken[$point][] = $service->name;
            }
        }
        // Services are in the order of their tiers: of as many, those with the first names matter more.
        uasort($taken, static fn(array $a, array $b): int => count($b) <=> count($a) ?: $a <=> $b);
        $taken = array_slice($taken, 0, self::WORST, true);
        $estate->readAhead(array_map(strval(...), array_keys($taken)));

        return array_map(
            static fn(int|string $id, array $services): array => [
                'id' => (string) $id, 'name' => $estate->name((string) $id), 'kind' => $estate->item((string) $id)['kind'] ?? '',
                'services' => $services,
            ],
            array_keys($taken), $taken,
        );
    }

    /**
     * @param  list<HitService>  $services
     * @return list<array{words: string, share: float, uses: string, from: int}>
     */
    private function best(array $services, int $hours): array
    {
        $weeks = Item::query()
            ->whereKey(array_map(static fn(HitService $s): string => $s->id, $services))->whereNotNull('use')
            ->pluck('use', 'id');
        $used = [];
        foreach ($services as $service) {
            $use = $weeks->get($service->id);
            if (is_string($use)) {
                $used[] = ['use' => WeekOfUse::parse($use), 'tier' => $service->tier, 'state' => $service->state];
            }
        }

        return array_map(static fn(LeastHurt $best): array => [
            'words' => $best->words(), 'share' => $best->share, 'from' => $best->from,
            'uses' => implode(
                ', ',
                array_map(static fn(string $unit, float $many): string => round($many)." $unit", array_keys($best->uses), $best->uses),
            ),
        ], LeastHurt::of($used, $hours));
    }

    /**
     * @param  list<HitService>  $services
     * @return list<string> names of those of which nobody has said when they are used
     */
    private function unmeasured(array $services): array
    {
        $hit = array_filter($services, static fn(HitService $s): bool => $s->state->isBroken());

        return array_values(Item::query()->whereKey(array_map(
            static fn(HitService $s): string => $s->id, array_values($hit),
        ))->whereNull('use')->orderBy('name')->pluck('name')->all());
    }
}
