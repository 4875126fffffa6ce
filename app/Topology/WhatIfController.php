<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Team;
use App\Signals\Observed;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\Affected;
use Skarvo\Topology\State;

/** What would fall if some items failed, or were taken out for work: asked before a change. All of it stands in the address. */
final class WhatIfController
{
    private const MOST = 50;

    public function __invoke(Request $request): Response
    {
        $estate = Estate::load();
        $asked = array_slice(array_values(array_unique(array_filter(explode(',', $request->string('items')->toString())))), 0, self::MOST);
        $items = array_values(array_filter($asked, static fn(string $id): bool => $estate->item($id) !== null));
        $now = $request->boolean('now') ? Observed::everywhere() : [];
        $states = $now;
        foreach ($items as $id) {
            $states[$id] = State::Down;
        }
        $impact = $items === [] && $now === [] ? $estate->trace([]) : $estate->trace($states);
        $before = [];
        foreach ($now === [] ? [] : $estate->trace($now)->affected as $affected) {
            $before[$affected->id] = $affected->state;
        }
        $names = static fn(array $list): array => array_map(static fn(Affected $a): array => ['id' => $a->id, 'name' => $estate->name($a->id), 'tier' => $estate->item($a->id)['tier'] ?? null, 'state' => $a->state->value, 'team' => $estate->item($a->id)['team'] ?? null], $list);
        // What is so already is not what this would do.
        $new = array_values(array_filter($impact->affected, static fn(Affected $a): bool => ! in_array($a->id, $items, true) && ($before[$a->id] ?? State::Up)->rank() < $a->state->rank()));
        usort($new, static fn(Affected $a, Affected $b): int => [-$a->state->rank(), $estate->item($a->id)['tier'] ?? 9, $a->id] <=> [-$b->state->rank(), $estate->item($b->id)['tier'] ?? 9, $b->id]);
        $teams = Team::query()->pluck('name', 'id');
        $touched = array_values(array_unique(array_filter(array_map(static fn(Affected $a): ?string => $teams->get($estate->item($a->id)['team'] ?? ''), $new), is_string(...))));
        sort($touched);

        return Inertia::render('Topology/WhatIf', [
            'items' => array_map(static fn(string $id): array => ['id' => $id, 'name' => $estate->name($id)], $items),
            'unknown' => array_values(array_diff($asked, $items)),
            'onTop' => $request->boolean('now'),
            'falls' => $names(array_values(array_filter($new, static fn(Affected $a): bool => $a->state === State::Down))),
            'suffers' => $names(array_values(array_filter($new, static fn(Affected $a): bool => $a->state === State::Degraded))),
            'loses' => $names(array_values(array_filter($new, static fn(Affected $a): bool => $a->state === State::AtRisk))),
            'services' => array_values(array_map(static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value], $estate->services($impact))),
            'teams' => $touched,
            'sites' => $estate->sites($impact),
            'reach' => (new Reach($estate, $impact))->toArray(),
            'choices' => fn() => Item::query()->orderBy('name')->get(['id', 'name']),
        ]);
    }
}
