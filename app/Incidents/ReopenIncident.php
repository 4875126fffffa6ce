<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Targets\IncidentTargets;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Stage;

/** Takes back that an incident is over, and corrects what was told to people meanwhile. */
final class ReopenIncident
{
    /** @return array<string, mixed> what will be done besides, as its consequences tell it; team: whom it can call */
    public function preview(Incident $incident): array
    {
        if ($incident->merged_into_id !== null) {
            throw Refused::because('This incident goes on in another.');
        }
        if ($incident->isOpen()) {
            throw Refused::because('This incident is open.');
        }

        return [
            ...Consequences::foresee($incident, Turn::reopened(Actor::system(), $incident->team, '', ''))->told(),
            'team' => $incident->team?->name,
        ];
    }

    /**
     * @param  string  $publicText  what outsiders are told
     * @param  bool  $isWritten  whether it was written for this one; what was, for the one that it ended with, was read against the record
     *      there, and this one goes back to whoever coordinated it
     * @param  string|null  $despite  why that is right, though something in it disagrees with the record
     * @param  bool  $call  whether its team is called again
     *
     * @throws Refused if it is open
     */
    public function __invoke(
        Incident $incident, string $why, string $publicText, bool $call, Person $by, ?string $despite = null, bool $isWritten = true,
    ): void {
        DB::transaction(static function () use ($incident, $why, $publicText, $call, $by, $despite, $isWritten): void {
            Locked::again($incident)->load('team');
            if ($incident->merged_into_id !== null) {
                throw Refused::because("{$incident->ref()} goes on in another incident.");
            }
            if ($incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is open already.");
            }
            $turn = Turn::reopened(Actor::person($by), $call ? $incident->team : null, $why, $publicText);
            $consequences = Consequences::foresee($incident, $isWritten ? $turn->written($despite) : $turn);
            $incident->update([
                'stage' => Stage::Looking, 'resolved_at' => null, 'coordinator_id' => $isWritten ? $by->id : self::before($incident) ?? $by->id,
                'ends_with_id' => null, 'ending' => null,
                'version' => $incident->version + 1,
            ]);
            $incident->occasion->owes(now()->addSeconds(UpdateRhythm::of($incident)));
            Journal::write(
                Actor::person($by), IncidentEntry::IncidentReopened, ['incident', $incident->id],
                ['why' => $why, 'title' => $incident->title], ['incident' => $incident->id],
            );
            IncidentTargets::setTimes($incident);
            $consequences->carryOut();
        });
    }

    /** Who coordinated it, if they are still here. */
    private static function before(Incident $incident): ?string
    {
        $id = Person::query()->whereKey($incident->coordinator_id)->whereNull('left_at')->value('id');

        return is_string($id) ? $id : null;
    }
}
