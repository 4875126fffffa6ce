<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Ending\Recurrence;
use App\Incidents\Targets\Promised;
use App\Platform\Person;
use App\Platform\Team;
use App\Rota\Rota;
use App\Signals\Alert;
use App\Signals\Observed;
use App\Topology\Estate;
use App\Topology\Item;
use App\Topology\Standing;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\PriorityMatrix;
use Skarvo\Incidents\Proposal;
use Skarvo\Incidents\Targets\PromisedOf;
use Skarvo\Incidents\Urgency;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/** Fills in an incident from what it is declared from, before anybody has said anything of it. */
final class ProposeIncident
{
    private const WORDS_OF_A_REPORT = 90;

    /** @return array<string, mixed> */
    public function __invoke(Beginning $from): array
    {
        $situation = Situation::now();
        $standing = $situation->standing;
        $alerts = Alert::query()->whereKey($from->alerts)->get();
        $reports = Report::query()->with('service')->whereKey($from->reports)->orderBy('told_at')->get();
        $said = $from->said();
        $observed = Observed::by(Alert::query()->whereKey($alerts->modelKeys()));
        if ($said !== null) {
            $observed = Standing::worst(
                $observed,
                [$said->id => $from->state ?? (
                    $standing->state($said->id) === State::Up ? $from->saidState($said) : $standing->state($said->id)
                )],
            );
        }
        $hit = WhatIsHit::by($observed, $standing);
        $proposal = $hit->proposal;
        $matrix = Priorities::matrix();

        return [
            'title' => $this->title($alerts, $reports, $said, $proposal),
            'service' => ['value' => $proposal->service?->id, 'why' => $proposal->serviceReason],
            'impact' => ['value' => $proposal->impact->value, 'why' => $proposal->impactReason],
            'urgency' => ['value' => $proposal->urgency->value, 'why' => $proposal->urgencyReason],
            'team' => $this->team($standing->estate, $alerts, $said->id ?? $proposal->service?->id),
            'said' => $said === null
                ? null
                : ['id' => $said->id, 'name' => $said->name, 'state' => ($observed[$said->id] ?? State::Down)->value],
            'behind' => $hit->behind(),
            'hit' => array_map(
                static fn(HitService $s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value],
                $hit->services,
            ),
            'sites' => $hit->sites,
            'returns' => Recurrence::of(array_map(strval(...), array_keys($observed))),
            'together' => OnOneItem::now($situation)->with($observed),
            'targets' => $matrix->toArray()['targets'],
            'restore' => self::restore(),
            'priorities' => $matrix->toArray()['priorities'],
            'choices' => [
                'services' => Item::query()->where('kind', Item::SERVICE)->orderBy('tier')->orderBy('name')->get()
                    ->map(static fn(Item $item): array => [
                        'id' => $item->id, 'name' => $item->name, 'tier' => $item->tier,
                        'state' => $standing->state($item->id)->value,
                    ]),
                'impacts' => array_map(static fn(Impact $i): array => ['value' => $i->value, 'meaning' => $i->meaning()], Impact::cases()),
                'urgencies' => array_map(
                    static fn(Urgency $u): array => ['value' => $u->value, 'meaning' => $u->meaning()], Urgency::cases(),
                ),
                'teams' => Team::query()->orderBy('name')->get(['id', 'name']),
            ],
        ];
    }

    /** @return array<string, array<int, int>> seconds until restored, by service ('': any other) and priority */
    private static function restore(): array
    {
        $by = [];
        foreach (Promised::all()->all as $agreement) {
            foreach (in_array(PromisedOf::Incident, $agreement->kinds, true) ? PriorityMatrix::PRIORITIES : [] as $priority) {
                $by[$agreement->service ?? ''][$priority] = $agreement->target(Promised::RESTORE, $priority)->withinSeconds ?? 0;
            }
        }

        return $by;
    }

    /**
     * @param  Collection<int, Alert>  $alerts
     * @param  Collection<int, Report>  $reports
     * @return array{value: string, why: string}
     */
    private function title(Collection $alerts, Collection $reports, ?Item $said, Proposal $proposal): array
    {
        $first = $alerts->sortBy([['first_signal_at', 'asc'], ['id', 'asc']])->first();
        [$title, $why] = match (true) {
            $first !== null && ($alerts->count() === 1 || $proposal->service === null) => [$first->title(), 'From the alert.'],
            $first !== null => [
                "{$proposal->service->name}: ".lcfirst($first->title()),
                "From the affected service and the first of {$alerts->count()} alerts.",
            ],
            $reports->isNotEmpty() => [
                ($said->name ?? '').': '.mb_strimwidth(lcfirst((string) $reports->first()->what), 0, self::WORDS_OF_A_REPORT, '…'),
                $reports->count() === 1 ? 'From the report.' : "From the first of {$reports->count()} reports.",
            ],
            $said !== null => ["$said->name: ", 'Say what is wrong with it.'],
            default => ['', 'Say in a few words what is wrong.'],
        };

        return ['value' => mb_substr($title, 0, 160), 'why' => $why];
    }

    /**
     * The team that owns what is at the bottom of it: the item that explains most of what is hit.
     *
     * @param  Collection<int, Alert>  $alerts
     * @return array{value: ?string, why: string, onCall: ?string}
     */
    private function team(Estate $estate, Collection $alerts, ?string $otherwise): array
    {
        $ground = $estate->ground(array_values($alerts->pluck('item_id')->filter()->map(strval(...))->all()));
        $item = Item::query()->find($ground->item ?? $otherwise ?? '');
        $team = $item?->team;
        $rota = $team === null ? null : Rota::query()->where('team_id', $team->id)->first();
        $onCall = $rota?->onCallNow();

        return [
            'value' => $team?->id,
            'why' => match (true) {
                $item === null => 'No item is known; choose a team.',
                $team === null => "No team owns $item->name; choose one.",
                $ground === null => "Owns $item->name.",
                default => "Owns $item->name, which explains most of the alerts.",
            },
            'onCall' => $onCall === null ? null : Person::query()->find($onCall)?->name,
        ];
    }
}
