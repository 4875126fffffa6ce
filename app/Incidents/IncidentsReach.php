<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Topology\Contracts\BeginsReach;
use App\Topology\ReachBeginning;

/** The reach of an incident's items. */
final class IncidentsReach implements BeginsReach
{
    public function field(): string
    {
        return 'incident';
    }

    public function begin(int $id): ReachBeginning
    {
        $incident = Incident::query()->findOrFail($id);

        return new ReachBeginning(
            Situation::now()->observed($incident->id), "{$incident->ref()} $incident->title", "/incidents/$incident->id",
        );
    }
}
