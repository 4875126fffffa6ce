<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\TakesPart;
use App\Platform\Deed;
use App\Platform\Given;
use App\Platform\Person;
use App\Platform\Refused;

/** Helpers do in an incident what is their team's, or what they were called to. */
final class WhoTakesPart
{
    /** @throws Refused for helpers who do not take part in it */
    public static function must(Incident $incident, Person $person): void
    {
        if (! Deed::SetStage->isLimited($person)) {
            return;
        }
        $isTheirs = $incident->team_id !== null && $incident->team_id === $person->team_id;
        if (! $isTheirs && array_filter(
            Given::all(TakesPart::class), static fn(TakesPart $one): bool => $one->takesPart($incident, $person),
        ) === []) {
            throw Refused::because(
                'This incident is not your team\'s, you were not called to it, and you have no role in it. Ask its coordinator.',
            );
        }
    }
}
