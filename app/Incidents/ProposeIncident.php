<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Person;
use App\Platform\Team;
use App\Rota\Rota;
use App\Signals\Alert;
use App\Signals\Observed;
use App\Topology\Estate;
use App\Topology\Item;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Incidents\HitService;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Proposal;
use Skarvo\Incidents\Urgency;

/** Fills in an incident from alerts, before anybody has said anything. */
final class ProposeIncident
{
    /**
     * @param  Collection<int, Alert>  $alerts  the first one leads
     * @return array<string, mixed>
     */
    public function __invoke(Collection $alerts): array
    {
        $estate = Estate::open();
        $hit = WhatIsHit::by(Observed::by(Alert::query()->whereKey($alerts->modelKeys())), $estate);
        $proposal = $hit->proposal;
        $matrix = Priorities::matrix();
        $team = $this->team($estate, $alerts, $proposal->service?->id);

        return [
            'title' => ['value' => $this->title($alerts, $proposal), 'why' => count($alerts) === 1 ? 'From the alert.' : 'From the service that is hit and the first of '.count($alerts).' alerts.'],
            'service' => ['value' => $proposal->service?->id, 'why' => $proposal->serviceReason],
            'impact' => ['value' => $proposal->impact->value, 'why' => $proposal->impactReason],
            'urgency' => ['value' => $proposal->urgency->value, 'why' => $proposal->urgencyReason],
            'team' => $team,
            'behind' => $hit->behind(),
            'hit' => array_map(static fn(HitService $s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value], $hit->services),
            'sites' => $hit->sites,
            'targets' => $matrix->toArray()['targets'],
            'priorities' => $matrix->toArray()['priorities'],
            'choices' => [
                'services' => Item::query()->where('kind', Item::SERVICE)->orderBy('tier')->orderBy('name')->get()
                    ->map(static fn(Item $item): array => [
                        'id' => $item->id, 'name' => $item->name, 'tier' => $item->tier,
                        'state' => collect($hit->services)->firstWhere('id', $item->id)->state->value ?? 'up',
                    ]),
                'impacts' => array_map(static fn(Impact $i): array => ['value' => $i->value, 'meaning' => $i->meaning()], Impact::cases()),
                'urgencies' => array_map(static fn(Urgency $u): array => ['value' => $u->value, 'meaning' => $u->meaning()], Urgency::cases()),
                'teams' => Team::query()->orderBy('name')->get(['id', 'name']),
            ],
        ];
    }

    /** @param  Collection<int, Alert>  $alerts */
    private function title(Collection $alerts, Proposal $proposal): string
    {
        $first = $alerts->sortBy([['first_signal_at', 'asc'], ['id', 'asc']])->first();
        if (count($alerts) === 1 || $proposal->service === null) {
            return mb_substr($first?->title() ?? 'Something is wrong', 0, 160);
        }

        return mb_substr("{$proposal->service->name}: ".lcfirst($first?->title() ?? ''), 0, 160);
    }

    /**
     * The team that owns what is at the bottom of it: the item that explains most of what is hit.
     *
     * @param  Collection<int, Alert>  $alerts
     * @return array{value: ?string, why: string, onCall: ?string}
     */
    private function team(Estate $estate, Collection $alerts, ?string $service): array
    {
        $ground = $estate->ground(array_values($alerts->pluck('item_id')->filter()->map(strval(...))->all()));
        $item = Item::query()->find($ground->item ?? $service ?? '');
        $team = $item?->team;
        $rota = $team === null ? null : Rota::query()->where('team_id', $team->id)->first();
        $onCall = $rota?->onCallNow();

        return [
            'value' => $team?->id,
            'why' => $team === null ? 'No team owns this item; choose one.' : "Owns $item->name, at the bottom of what is hit.",
            'onCall' => $onCall === null ? null : Person::query()->find($onCall)?->name,
        ];
    }
}
