<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\OwesUpdates;
use App\Incidents\Major\MajorSettings;
use App\Platform\Given;

/** How often people are told how an incident stands: by its priority, more often while it is a major one, and as somebody asks for. */
final class UpdateRhythm
{
    /** @return int seconds within which the next update is owed */
    public static function of(Incident $incident): int
    {
        return self::owed($incident)['seconds'];
    }

    /** @return string to whom, or by what, so often is owed */
    public static function by(Incident $incident): string
    {
        return self::owed($incident)['to'];
    }

    /** @return array{seconds: int, to: string} */
    private static function owed(Incident $incident): array
    {
        $owed = ['seconds' => Priorities::matrix()->updateWithin($incident->priority), 'to' => "Priority $incident->priority"];
        if ($incident->isMajor() && MajorSettings::now()->updateMinutes * 60 < $owed['seconds']) {
            $owed = ['seconds' => MajorSettings::now()->updateMinutes * 60, 'to' => 'A major incident'];
        }
        foreach (Given::all(OwesUpdates::class) as $one) {
            $more = $one->owes($incident);
            $owed = $more !== null && $more['seconds'] < $owed['seconds'] ? $more : $owed;
        }

        return $owed;
    }
}
