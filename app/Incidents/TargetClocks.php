<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;

/** By when open incidents are to be answered for the first time, and restored. */
final class TargetClocks implements RunsOut
{
    public function clocks(): array
    {
        $clocks = [];
        foreach (Incident::allOpen() as $incident) {
            // Whatever is asked of a record is cast anew: where hundreds are open, each is asked once.
            [$id, $ref, $began, $detail] = [$incident->id, $incident->ref(), $incident->declared_at, "priority $incident->priority"];
            $first = $incident->respond_by;
            if ($first !== null && $incident->occasion->answered_at === null) {
                $clocks[] = new RunningClock("first-$id", "First answer, $ref", $detail, $first, $began, "/incidents/$id", false);
            }
            $clocks[] = new RunningClock(
                "restore-$id", "Restore target, $ref", $detail, $incident->restore_by, $began, "/incidents/$id", false
            );
        }

        return $clocks;
    }
}
