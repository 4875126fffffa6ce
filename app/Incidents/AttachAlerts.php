<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\Alert;
use App\Signals\WorkAlerts;
use Illuminate\Support\Facades\DB;

/** Makes alerts part of an incident that is under way, and takes them out again. */
final class AttachAlerts
{
    /**
     * @param  list<int>  $alertIds
     * @param  Incident|null  $from  the open incident of which they are part until now; null: those of no open incident are attached
     *
     * @throws Refused if none of them is free any more
     */
    public function __invoke(Incident $incident, array $alertIds, Person $by, ?Incident $from = null): void
    {
        DB::transaction(static function () use ($incident, $alertIds, $by, $from): void {
            if (! Locked::again($incident)->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved. Declare a new incident, or choose another.");
            }
            $alerts = Alert::query()->whereKey($alertIds)
                ->where(static fn($query) => $from === null ? $query->free() : $query->where('incident_id', $from->id))
                ->orderBy('id')->get();
            if ($alerts->isEmpty() && Alert::query()->whereKey($alertIds)->where('incident_id', $incident->id)->doesntExist()) {
                throw Refused::because('Somebody else has put these alerts into another incident meanwhile.');
            }
            WorkAlerts::mustBeOwn(Deed::AttachAlerts, $alerts, $by);
            foreach ($alerts as $alert) {
                $alert->update([
                    'incident_id' => $incident->id, 'decide_again_at' => null, 'wait_until' => null, 'taken_by' => $by->id,
                    'taken_at' => now(),
                ]);
                $facts = ['title' => $alert->title(), 'item' => $alert->item_named];
                if ($from !== null) {
                    Journal::write(
                        Actor::person($by), IncidentEntry::AlertDetached, ['alert', $alert->id],
                        [...$facts, 'to' => $incident->ref()], ['incident' => $from->id],
                    );
                }
                Journal::write(
                    Actor::person($by), IncidentEntry::AlertAttached, ['alert', $alert->id], $facts,
                    ['incident' => $incident->id],
                );
            }
        });
    }

    /**
     * Takes alerts out of an incident: they need a decision again.
     *
     * @param  list<int>  $alertIds
     */
    public function undo(Incident $incident, array $alertIds, string $why, Person $by): void
    {
        DB::transaction(static function () use ($incident, $alertIds, $why, $by): void {
            if (! Locked::again($incident)->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved. Reopen it first.");
            }
            foreach (Alert::query()->whereKey($alertIds)->where('incident_id', $incident->id)->orderBy('id')->get() as $alert) {
                $alert->update(['incident_id' => null, 'decide_again_at' => null, 'taken_by' => null, 'taken_at' => null]);
                Journal::write(
                    Actor::person($by), IncidentEntry::AlertDetached, ['alert', $alert->id],
                    ['title' => $alert->title(), 'item' => $alert->item_named, 'why' => $why], ['incident' => $incident->id],
                );
            }
        });
    }
}
