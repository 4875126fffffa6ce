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
            ->whereHas('call', static fn($call) => $call->for('incident', $incident->id))->exists();
    }

    public function ofTeam(string $team): Builder
    {
        return DB::table('calls')->join('occasions', 'occasions.id', '=', 'calls.occasion_id')->where('calls.team_id', $team)
            ->where('occasions.kind', 'incident')->select('occasions.record_id');
    }
}
