<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Incidents\Incident;
use App\Platform\Person;
use App\Platform\Team;

/** Where what is to be done about an incident is kept. */
interface TakesTasks
{
    /**
     * Runs inside a transaction.
     *
     * @param  Person|null  $for  who is to do it; null with no team: the desk
     *
     * @throws \App\Platform\Refused if the incident is over
     */
    public function add(Incident $incident, string $text, ?Team $team, ?Person $for, Person $by): void;
}
