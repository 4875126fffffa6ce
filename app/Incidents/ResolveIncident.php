<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Ending\Confirm;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\WallClock;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Stage;

/** Resolves an incident with all that hangs on it. */
final class ResolveIncident
{
    /** @return array<string, mixed> what will be done besides, as its consequences tell it */
    public function preview(Incident $incident): array
    {
        return [
            ...Consequences::foresee($incident, Turn::resolved(Actor::system(), ''))->told(), 'confirmation' => Confirm::known($incident),
        ];
    }

    /**
     * @param  string  $publicText  what outsiders are told
     *
     * @throws Refused if it is resolved already, or has to be confirmed and is not
     */
    public function __invoke(Incident $incident, string $resolution, string $publicText, Confirm $confirm, Person $by): void
    {
        DB::transaction(static function () use ($incident, $resolution, $publicText, $confirm, $by): void {
            Locked::again($incident);
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} was resolved already, at ".WallClock::time($incident->resolved_at ?? now()).'.');
            }
            $confirm->write($incident, Actor::person($by));
            $consequences = Consequences::foresee($incident, Turn::resolved(Actor::person($by), $publicText));
            $incident->update([
                'stage' => Stage::Restored, 'resolved_at' => now(), 'resolution' => $resolution, 'version' => $incident->version + 1,
            ]);
            $incident->occasion->owes(null);
            Journal::write(
                Actor::person($by), IncidentEntry::IncidentResolved, ['incident', $incident->id],
                ['resolution' => $resolution, 'title' => $incident->title], ['incident' => $incident->id],
            );
            $consequences->carryOut();
        });
    }
}
