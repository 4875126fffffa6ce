<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Roles\CoordinationOffer;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\Alert;

/** Somebody takes the coordination: of an incident that declared itself, or from somebody else. Call it inside a transaction. */
final class TakeCoordination
{
    /**
     * @param  string|null  $from  who had it, as whoever takes it saw
     *
     * @throws Refused if somebody else took it meanwhile
     */
    public function __invoke(Incident $incident, ?string $from, Person $by): void
    {
        $taken = Incident::query()->whereKey($incident->id)->whereNull('resolved_at')->where('coordinator_id', $from)
            ->update(['coordinator_id' => $by->id]);
        if ($taken === 0) {
            $now = $incident->refresh()->load('coordinator')->coordinator;
            throw Refused::because($now === null ? 'This incident is over.' : "$now->name coordinates this by now.");
        }
        CoordinationOffer::settleAll($incident);
        // An incident that declared itself has somebody who answers for it from here on.
        $incident->refresh()->occasion->answered();
        Alert::query()->where('incident_id', $incident->id)->whereNull('taken_at')->update(['taken_by' => $by->id, 'taken_at' => now()]);
        Journal::write(Actor::person($by), IncidentEntry::IncidentCoordinator, ['incident', $incident->id]);
    }
}
