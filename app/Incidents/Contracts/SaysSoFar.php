<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Incidents\Incident;
use App\Incidents\Situation;

/** What a capability adds when somebody is caught up on an incident. */
interface SaysSoFar
{
    /** @return list<string> sentences on who works on it */
    public function work(Incident $incident, Situation $situation): array;

    /** @return list<string> sentences on who was told what */
    public function told(Incident $incident): array;

    /**
     * In a few words, how the work on incidents stands: for a list of them.
     *
     * @param  list<int>  $incidents
     * @return array<int, string> by incident; left out where there is nothing to say
     */
    public function stands(array $incidents, Situation $situation): array;
}
