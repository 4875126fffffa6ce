<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Paging\StartCall;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use App\Signals\Alert;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

/** Declares an incident from alerts, and calls the team that owns it. */
final class DeclareIncident
{
    public function __construct(private readonly StartCall $startCall) {}

    /**
     * @param  non-empty-list<int>  $alertIds  the first one leads; those that belong to another incident by now stay there
     * @param  Person|null  $by  who coordinates it; null: it declares itself, follows the group of its alerts, and nobody coordinates yet
     *
     * @throws \Illuminate\Validation\ValidationException if an incident was declared from the leading alert meanwhile
     */
    public function __invoke(array $alertIds, string $title, Item $service, Impact $impact, Urgency $urgency, ?Team $team, ?Person $by): Incident
    {
        $actor = $by === null ? Actor::system() : Actor::person($by);

        return DB::transaction(function () use ($alertIds, $title, $service, $impact, $urgency, $team, $by, $actor): Incident {
            $alerts = Alert::query()->whereKey($alertIds)->get()->keyBy('id');
            $lead = $alerts->get($alertIds[0]) ?? throw Refused::because('This alert is not there any more.');
            if ($lead->incident_id !== null) {
                $other = Incident::query()->with('coordinator')->findOrFail($lead->incident_id);
                throw Refused::because("{$other->ref()} was declared from this alert by ".($other->coordinator->name ?? 'somebody')." at {$other->declared_at->format('H:i')} UTC: $other->title. What you typed is still here.");
            }
            $now = now();
            $matrix = Priorities::matrix();
            $priority = $matrix->priority($impact, $urgency);
            $free = $alerts->whereNull('incident_id')->sortBy('first_signal_at');
            $incident = Incident::query()->create([
                'title' => $title, 'service_id' => $service->id, 'team_id' => $team?->id, 'impact' => $impact, 'urgency' => $urgency,
                'priority' => $priority, 'stage' => Stage::Looking, 'coordinator_id' => $by?->id, 'follows_group' => $by === null,
                'started_at' => $free->first()->first_signal_at ?? $now, 'declared_at' => $now,
                'restore_by' => $now->addSeconds($matrix->restoreWithin($priority)),
                'next_update_at' => $now->addSeconds($matrix->updateWithin($priority)),
            ])->refresh();
            Alert::query()->whereKey($free->modelKeys())->whereNull('incident_id')->update(['incident_id' => $incident->id, ...($by === null ? [] : ['taken_by' => $by->id, 'taken_at' => $now])]);
            Journal::write($actor, 'incident.declared', ['incident', $incident->id], [
                'title' => $title, 'priority' => $priority, 'service' => $service->name, 'impact' => $impact->value, 'urgency' => $urgency->value,
                'alerts' => count($free) === 1 ? 'one alert' : count($free).' alerts', 'alert_ids' => array_values($free->modelKeys()),
            ], $incident->id);
            if ($team !== null) {
                ($this->startCall)($incident, $team, $actor);
            }

            return $incident;
        });
    }
}
