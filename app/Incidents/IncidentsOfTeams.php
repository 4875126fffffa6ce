<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\HasTeams;

/** What of a team stands here. */
final class IncidentsOfTeams implements HasTeams
{
    public function ofTeams(): array
    {
        return [['incidents', 'incident', 'incidents']];
    }
}
