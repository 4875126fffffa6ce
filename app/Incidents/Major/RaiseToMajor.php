<?php

declare(strict_types=1);

namespace App\Incidents\Major;

use App\Incidents\ChangeIncident;
use App\Incidents\Consequences;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Turn;
use App\Incidents\UpdateRhythm;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use App\Platform\WallClock;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;

/** Marks an incident as a major one, and sets in motion what the organisation wants then. */
final class RaiseToMajor
{
    public function __construct(private readonly ChangeIncident $change) {}

    /** @return array<string, mixed> what will be done, as its consequences tell it */
    public function preview(Incident $incident): array
    {
        if ($incident->isMajor()) {
            throw Refused::because('This is a major incident already.');
        }

        return Consequences::foresee($incident, Turn::major(Actor::system(), self::team(), '', ''))->told();
    }

    /**
     * @param  int  $version  that the person saw
     * @param  string  $confirmed  how it was confirmed; empty if it was not
     * @param  string  $public  the notice to outsiders; empty: none goes out
     * @param  string|null  $despite  why it is right, though something in it disagrees with the record
     * @param  bool  $call  whether the team for major incidents is called
     *
     * @throws Refused if it is one already, or somebody changed it meanwhile
     */
    public function __invoke(
        Incident $incident, int $version, string $title, ?Item $service, Impact $impact, Urgency $urgency, string $confirmed,
        string $public,
        bool $call, Person $by, ?string $despite = null,
    ): void {
        DB::transaction(function () use (
            $incident, $version, $title, $service, $impact, $urgency, $confirmed, $public, $call, $by, $despite
        ): void {
            Locked::again($incident);
            if ($incident->major_at !== null) {
                throw Refused::because("{$incident->ref()} is a major incident already, since ".WallClock::time($incident->major_at).'.');
            }
            ($this->change)($incident, $version, $title, $impact, $urgency, $incident->stage, $by, 'Raised to a major incident.');
            $actor = Actor::person($by);
            $was = $incident->load('service')->service;
            if ($was?->id !== $service?->id) {
                $incident->update(['service_id' => $service?->id]);
                Journal::write($actor, IncidentEntry::IncidentChanged, ['incident', $incident->id], [
                    'field' => 'service', 'was' => $was->name ?? 'none', 'is' => $service->name ?? 'none',
                ], ['incident' => $incident->id]);
            }
            $consequences = Consequences::foresee(
                $incident, Turn::major($actor, $call ? self::team() : null, $confirmed, $public)->written($despite)
            );
            $incident->update(['major_at' => now()]);
            $owed = now()->addSeconds(UpdateRhythm::of($incident));
            $incident->occasion->owes($incident->occasion->next_update_at?->min($owed) ?? $owed);
            Journal::write(
                $actor, IncidentEntry::MajorRaised, ['incident', $incident->id], ['why' => $confirmed], ['incident' => $incident->id],
            );
            $consequences->carryOut();
        });
    }

    private static function team(): ?Team
    {
        $team = MajorSettings::now()->team;

        return $team === null ? null : Team::query()->find($team);
    }
}
