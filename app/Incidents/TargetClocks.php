<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use Carbon\CarbonImmutable;

/** By when open incidents are to be answered for the first time, and restored. */
final class TargetClocks implements RunsOut
{
    public function clocks(): array
    {
        $clocks = [];
        foreach (Incident::allOpen() as $incident) {
            if ($incident->respond_by !== null && $incident->occasion->answered_at === null) {
                $clocks[] = self::clock($incident, 'first', 'First answer', $incident->respond_by);
            }
            $clocks[] = self::clock($incident, 'restore', 'Restore target', $incident->restore_by);
        }

        return $clocks;
    }

    private static function clock(Incident $incident, string $key, string $words, CarbonImmutable $due): RunningClock
    {
        return new RunningClock(
            "$key-$incident->id", "$words, {$incident->ref()}", "priority $incident->priority", $due, $incident->declared_at,
            "/incidents/$incident->id", false,
        );
    }
}
