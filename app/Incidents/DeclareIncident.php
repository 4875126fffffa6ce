<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Targets\IncidentTargets;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use App\Platform\WallClock;
use App\Signals\Alert;
use App\Topology\Item;
use Carbon\CarbonInterface;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

/** Declares an incident from alerts, from reports, or from what somebody says of an item; and calls the team that owns it. */
final class DeclareIncident
{
    /**
     * @param  Item|null  $service  null: none is known to be hit
     * @param  Person|null  $by  who coordinates it; null: it declares itself, follows the group of its alerts, and nobody coordinates yet
     *
     * @throws Refused if an incident was declared from the leading alert meanwhile
     */
    public function __invoke(
        Beginning $from, string $title, ?Item $service, Impact $impact, Urgency $urgency, ?Team $team, ?Person $by,
    ): Incident {
        $actor = $by === null ? Actor::system() : Actor::person($by);

        return DB::transaction(function () use ($from, $title, $service, $impact, $urgency, $team, $by, $actor): Incident {
            $alerts = self::free($from->alerts);
            $reports = self::loose($from->reports);
            $now = now();
            $matrix = Priorities::matrix();
            $priority = $matrix->priority($impact, $urgency);
            $incident = Incident::query()->create([
                'title' => $title, 'service_id' => $service?->id, 'team_id' => $team?->id, 'impact' => $impact, 'urgency' => $urgency,
                'priority' => $priority, 'stage' => Stage::Looking, 'coordinator_id' => $by?->id, 'follows_group' => $by === null,
                'started_at' => $alerts->map(static fn(Alert $alert): CarbonInterface => $alert->first_signal_at)
                    ->concat($reports->map(static fn(Report $report): CarbonInterface => $report->told_at)->all())
                    ->min() ?? $now,
                'declared_at' => $now,
                ...IncidentTargets::begin($priority, $service?->id),
            ])->refresh();
            $incident->occasion->owes($now->addSeconds($matrix->updateWithin($priority)));
            Alert::query()
                ->whereKey($alerts->modelKeys())
                ->update([
                    'incident_id' => $incident->id, 'decide_again_at' => null, 'wait_until' => null,
                    ...($by === null ? [] : ['taken_by' => $by->id, 'taken_at' => $now]),
                ]);
            $said = self::note($incident, $from, $by, $alerts->isEmpty() ? $service : null);
            Journal::write($actor, IncidentEntry::IncidentDeclared, ['incident', $incident->id], [
                'title' => $title, 'priority' => $priority, 'service' => $service->name ?? '', 'impact' => $impact->value,
                'urgency' => $urgency->value,
                'alerts' => count($alerts), 'reports' => count($reports), 'said' => $said?->name, 'item' => $said?->id,
                'said_state' => $said === null ? null : $from->saidState($said)->value,
                'alert_ids' => array_values($alerts->modelKeys()), 'report_ids' => array_values($reports->modelKeys()),
            ], ['incident' => $incident->id]);
            foreach ($reports as $report) {
                LinkReport::to($report, $incident, $actor);
            }
            Consequences::foresee($incident, Turn::declared($actor, $team))->carryOut();

            return $incident;
        });
    }

    /**
     * @param  list<int>  $ids  the first one leads
     * @return Collection<int, Alert> those that belong to no open incident, in order of their beginning
     */
    private static function free(array $ids): Collection
    {
        $alerts = Alert::query()->whereKey($ids)->lockForUpdate()->get()->keyBy('id');
        $lead = $ids === [] ? null : $alerts->get($ids[0]) ?? throw Refused::because('This alert is not there any more.');
        if ($lead?->incident_id !== null && $lead->decide_again_at === null) {
            $other = Incident::query()->with('coordinator')->findOrFail($lead->incident_id);
            throw Refused::because(
                "{$other->ref()} was declared from this alert by ".($other->coordinator->name ?? 'Skarvo').' at '
                    .WallClock::time($other->declared_at).": $other->title. What you typed is still here.",
            );
        }

        return $alerts->filter(static fn(Alert $alert): bool => $alert->incident_id === null || $alert->decide_again_at !== null)
            ->sortBy('first_signal_at')->values();
    }

    /**
     * @param  list<int>  $ids
     * @return Collection<int, Report>
     */
    private static function loose(array $ids): Collection
    {
        $reports = Report::query()->with(['incident', 'link'])->whereKey($ids)->orderBy('told_at')->get();
        $linked = $reports->first(static fn(Report $report): bool => $report->incident_id !== null);
        if ($linked !== null) {
            throw Refused::because("{$linked->ref()} was linked to {$linked->incident?->ref()} meanwhile. What you typed is still here.");
        }

        return $reports;
    }

    /** Keeps what people say is wrong, where no alert says it. */
    private static function note(Incident $incident, Beginning $from, ?Person $by, ?Item $service): ?Item
    {
        $item = $from->said() ?? ($from->state === null ? null : $service);
        if ($item !== null && ($from->alerts === [] || $from->item !== null)) {
            DB::table('incident_items')->insert([
                'incident_id' => $incident->id, 'item_id' => $item->id, 'state' => $from->saidState($item)->value,
                'person_id' => $by?->id, 'at' => Moment::precise(now()),
            ]);
        }

        return $item;
    }
}
