<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Incident;
use App\Incidents\Major\MajorSettings;
use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Staff\Names;

/** By when open incidents were said to work again, and how long it is looked at whether they do. */
final class EstimateClocks implements RunsOut
{
    public function clocks(): array
    {
        $clocks = [];
        foreach (Incident::allOpen() as $incident) {
            if ($incident->estimate_at !== null) {
                $clocks[] = new RunningClock(
                    "estimate-$incident->id", "Estimate, {$incident->ref()}", 'said by '.Names::person($incident->estimate_by_id),
                    $incident->estimate_at, $incident->declared_at, "/incidents/$incident->id", $incident->estimate_at->isPast(),
                    $incident->estimate_by_id,
                );
            }
            if ($incident->proving_at !== null) {
                $clocks[] = new RunningClock(
                    "proving-$incident->id", "Working again, being checked, {$incident->ref()}", $incident->title,
                    $incident->proving_at->addMinutes(MajorSettings::now()->provingMinutes), $incident->proving_at,
                    "/incidents/$incident->id", false, $incident->coordinator_id,
                );
            }
        }

        return $clocks;
    }
}
