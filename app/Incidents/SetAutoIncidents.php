<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use Skarvo\Signals\IncidentConditions;

/** Says when alerts of a team become incidents by themselves, or are suggested to. Call it inside a transaction. */
final class SetAutoIncidents
{
    /**
     * @param  string  $how  off, suggest or do
     *
     * @throws Refused if it has no condition
     */
    public function __invoke(Team $team, string $how, IncidentConditions $conditions, Person $by): void
    {
        if ($how !== 'off' && $conditions->words() === '') {
            throw Refused::because('Set a condition at least: without one, every alert would be an incident.', 'incidents');
        }
        $team->update(['auto_incidents' => $how, 'auto_when' => $conditions->toArray()]);
        Journal::write(Actor::person($by), IncidentEntry::AutoIncidentsChanged, ['team', $team->id], ['team' => $team->name]);
    }
}
