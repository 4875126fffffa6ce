<?php

declare(strict_types=1);

namespace App\Changes\InRoom;

use App\Changes\Change;
use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Turn;

/** Two incidents turned out to be one: what was thought of changes in the one, and what is done for it, goes along. */
final class ChangesMerged implements HasConsequences
{
    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        $into = $turn->into;
        if ($into === null) {
            return null;
        }

        return new Foreseen(static fn(): array => [], static function () use ($incident, $into): void {
            Change::query()->where('incident_id', $incident->id)->update(['incident_id' => $into->id]);
            // What somebody says there stands.
            $said = Suspicion::query()->where('incident_id', $into->id)->pluck('change_id')->all();
            Suspicion::query()->where('incident_id', $incident->id)->whereNotIn('change_id', $said)->update(['incident_id' => $into->id]);
        });
    }
}
