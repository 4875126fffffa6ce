<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Turn;

/** Whoever does something because of what becomes of an incident. */
interface HasConsequences
{
    /** @return Foreseen|null from how things stand before the turn; null if nothing comes of it */
    public function foresee(Incident $incident, Turn $turn): ?Foreseen;
}
