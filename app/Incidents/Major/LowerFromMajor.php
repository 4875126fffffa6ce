<?php

declare(strict_types=1);

namespace App\Incidents\Major;

use App\Incidents\Consequences;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Turn;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/** Takes back that an incident is a major one, with what can be undone of it. */
final class LowerFromMajor
{
    /** @return array<string, mixed> what will be undone and what stands, as its consequences tell it */
    public function preview(Incident $incident): array
    {
        if (! $incident->isMajor()) {
            throw Refused::because('This is no major incident.');
        }

        return Consequences::foresee($incident, Turn::notMajor(Actor::system(), ''))->told();
    }

    /**
     * @param  int  $version  that the person saw
     *
     * @throws Refused if it is none any more, or somebody changed it meanwhile
     */
    public function __invoke(Incident $incident, int $version, string $why, Person $by): void
    {
        DB::transaction(static function () use ($incident, $version, $why, $by): void {
            $next = Locked::at($version, $incident, what: 'this incident');
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved and does not change any more.");
            }
            if (! $incident->isMajor()) {
                throw Refused::because("{$incident->ref()} is no major incident any more.");
            }
            $consequences = Consequences::foresee($incident, Turn::notMajor(Actor::person($by), $why));
            // The next update stays owed when it was: people wait for it. Those after it go by the priority again.
            $incident->update(['major_at' => null, 'version' => $next]);
            Journal::write(
                Actor::person($by), IncidentEntry::MajorLowered, ['incident', $incident->id], ['why' => $why],
                ['incident' => $incident->id],
            );
            $consequences->carryOut();
        });
    }
}
