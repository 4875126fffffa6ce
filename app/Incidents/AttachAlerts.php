<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\Alert;
use Illuminate\Support\Facades\DB;

/** Makes alerts part of an incident that is under way. */
final class AttachAlerts
{
    /** @param  list<int>  $alertIds */
    public function __invoke(Incident $incident, array $alertIds, Person $by): void
    {
        DB::transaction(static function () use ($incident, $alertIds, $by): void {
            if (! $incident->refresh()->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved. Declare a new incident, or choose another.");
            }
            foreach (Alert::query()->whereKey($alertIds)->whereNull('incident_id')->orderBy('id')->get() as $alert) {
                $alert->update(['incident_id' => $incident->id, 'taken_by' => $by->id, 'taken_at' => now()]);
                Journal::write(Actor::person($by), 'alert.attached', ['alert', $alert->id], ['title' => $alert->title(), 'item' => $alert->item_named], $incident->id);
            }
        });
    }
}
