<?php

declare(strict_types=1);

namespace App\Incidents\Merging;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Report;
use App\Incidents\Targets\IncidentTargets;
use App\Incidents\UpdateRhythm;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\Alert;
use Skarvo\Incidents\Stage;

/**
 * One incident turned out to be two: some of its alerts and reports become another, whose story until then is the same. Call it inside
 * a transaction.
 */
final class SplitIncident
{
    /**
     * @param  list<int>  $alerts
     * @param  list<int>  $reports
     *
     * @throws Refused if it is over, or what is to move is not its own any more
     */
    public function __invoke(Incident $incident, string $title, array $alerts, array $reports, string $why, Person $by): Incident
    {
        Locked::again($incident);
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is over.");
        }
        $own = Alert::query()->where('incident_id', $incident->id)->whereKey($alerts)->get();
        $told = Report::query()->about($incident->id)->whereKey($reports)->get();
        if ($own->count() !== count($alerts) || $told->count() !== count($reports)) {
            throw Refused::because('Some of what you chose is not part of it any more. Look again.', 'alerts');
        }
        if ($own->isEmpty() && $told->isEmpty()) {
            throw Refused::because('Choose what the other one is about: an alert or a report.', 'alerts');
        }
        $seq = (int) Entry::query()->max('seq');
        $new = Incident::query()->create([
            'title' => $title, 'service_id' => $incident->service_id, 'team_id' => $incident->team_id, 'impact' => $incident->impact,
            'urgency' => $incident->urgency, 'priority' => $incident->priority, 'stage' => Stage::Looking, 'coordinator_id' => $by->id,
            'started_at' => collect([...$own->pluck('first_signal_at'), ...$told->pluck('told_at')])->min() ?? now(),
            'declared_at' => now(),
            'split_from_id' => $incident->id, 'split_seq' => $seq, ...IncidentTargets::begin($incident->priority, $incident->service_id),
        ])->refresh();
        $new->occasion->owes(now()->addSeconds(UpdateRhythm::of($new)));
        Alert::query()->whereKey($own->modelKeys())->update(['incident_id' => $new->id]);
        foreach ($told as $report) {
            Link::query()->holds()->from([Report::KIND, $report->id], LinkKind::About)->update(['until' => now()]);
            Link::tie([Report::KIND, $report->id], [Incident::KIND, $new->id], LinkKind::About);
        }
        $incident->update(['version' => $incident->version + 1]);
        Journal::write(
            Actor::person($by), IncidentEntry::IncidentSplit, ['incident', $new->id],
            ['ref' => $incident->ref(), 'to' => $new->ref(), 'title' => $title, 'why' => $why], ['incident' => $incident->id],
        );

        return $new;
    }
}
