<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Incidents\Incident;
use App\Platform\Person;
use Illuminate\Database\Query\Builder;

/** Who takes part in an incident, besides its own team. */
interface TakesPart
{
    public function takesPart(Incident $incident, Person $person): bool;

    /** @return Builder one column: ids of the incidents in which a team takes part */
    public function ofTeam(string $team): Builder;
}
