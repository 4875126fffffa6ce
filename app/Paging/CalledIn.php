<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Contracts\TakesPart;
use App\Incidents\Incident;
use App\Platform\Person;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Whoever was called to an incident takes part in it. */
final class CalledIn implements TakesPart
{
    public function takesPart(Incident $incident, Person $person): bool
    {
        return Page::query()->where('person_id', $person->id)
            ->whereHas('call', static fn($call) => $call->where('incident_id', $incident->id))->exists();
    }

    public function ofTeam(string $team): Builder
    {
        return DB::table('calls')->where('team_id', $team)->select('incident_id');
    }
}
