<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;

/** By when open incidents are to be restored. */
final class TargetClocks implements RunsOut
{
    public function clocks(): array
    {
        return array_values(Incident::allOpen()->map(static fn(Incident $incident): RunningClock => new RunningClock(
            "restore-$incident->id", "Restore target, {$incident->ref()}", "priority $incident->priority",
            $incident->restore_by, $incident->declared_at, "/incidents/$incident->id", false,
        ))->all());
    }
}
