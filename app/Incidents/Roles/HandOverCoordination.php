<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\TakeCoordination;
use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/** Coordination goes from one to another with a brief, and only once the other has said yes: until then it stays where it is. */
final class HandOverCoordination
{
    public function __construct(private readonly TakeCoordination $take) {}

    /** @throws Refused if whoever offers it does not have it, or the other cannot */
    public function offer(Incident $incident, Person $to, string $brief, Person $by): void
    {
        DB::transaction(static function () use ($incident, $to, $brief, $by): void {
            Locked::again($incident)->load('coordinator');
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved.");
            }
            if ($incident->coordinator_id !== $by->id) {
                throw Refused::because(
                    ($incident->coordinator === null ? 'Nobody coordinates this yet' : "{$incident->coordinator->name} coordinates this")
                        .'. Take it first.',
                );
            }
            if ($to->id === $by->id || ! Deed::RunIncidents->isAllowedTo($to)) {
                throw Refused::because($to->id === $by->id ? 'You have it already.' : "$to->name is no coordinator.", 'person');
            }
            CoordinationOffer::settleAll($incident);
            CoordinationOffer::query()->create([
                'incident_id' => $incident->id, 'from_id' => $by->id, 'to_id' => $to->id, 'brief' => $brief, 'offered_at' => now(),
            ]);
            Journal::write(
                Actor::person($by), IncidentEntry::CoordinationOffered, ['incident', $incident->id],
                ['person' => $to->id, 'text' => $brief], ['incident' => $incident->id],
            );
        });
    }

    /** @throws Refused if nothing is offered to them any more */
    public function answer(Incident $incident, bool $accept, string $why, Person $by): void
    {
        DB::transaction(function () use ($incident, $accept, $why, $by): void {
            Locked::again($incident);
            $offer = CoordinationOffer::query()->waiting()->where('incident_id', $incident->id)->where('to_id', $by->id)->first()
                ?? throw Refused::because('This is not offered to you any more.');
            if ($accept) {
                ($this->take)($incident, $offer->from_id, $by);

                return;
            }
            $offer->update(['settled_at' => now()]);
            Journal::write(
                Actor::person($by), IncidentEntry::CoordinationDeclined, ['incident', $incident->id],
                ['person' => $by->id, 'why' => $why], ['incident' => $incident->id],
            );
        });
    }
}
