<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Major\MajorSettings;

/** How often people are told how an incident stands: by its priority, and more often while it is a major one. */
final class UpdateRhythm
{
    /** @return int seconds within which the next update is owed */
    public static function of(Incident $incident): int
    {
        $usual = Priorities::matrix()->updateWithin($incident->priority);

        return $incident->isMajor() ? min($usual, MajorSettings::now()->updateMinutes * 60) : $usual;
    }
}
