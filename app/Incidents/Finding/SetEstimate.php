<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\WallClock;
use Carbon\CarbonImmutable;

/** Somebody says by when it will work again, revises that, or takes it back. Call it inside a transaction. */
final class SetEstimate
{
    /**
     * @param  CarbonImmutable|null  $at  null: nobody can say any more
     * @param  int  $seen  how many estimates there were when the person looked
     *
     * @throws Refused if it is past, or somebody said something else meanwhile
     */
    public function __invoke(Incident $incident, ?CarbonImmutable $at, string $why, int $seen, Person $by): void
    {
        Locked::again($incident)->load('coordinator');
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved.");
        }
        if ($incident->estimates !== $seen) {
            throw Refused::because($incident->estimate_at === null
                ? 'Somebody took the estimate back meanwhile.'
                : 'Somebody said meanwhile that it is back by '.WallClock::time($incident->estimate_at).'.');
        }
        if ($at !== null && $at <= now()) {
            throw Refused::because('This time is past. Say when it may work again.', 'at');
        }
        $was = $incident->estimate_at;
        $incident->update(
            ['estimate_at' => $at, 'estimate_by_id' => $at === null ? null : $by->id, 'estimates' => $incident->estimates + 1],
        );
        Journal::write(Actor::person($by), IncidentEntry::IncidentEstimated, ['incident', $incident->id], [
            'until' => $at?->toIso8601ZuluString(), 'was' => $was?->toIso8601ZuluString(), 'why' => $why,
        ], ['incident' => $incident->id]);
    }
}
