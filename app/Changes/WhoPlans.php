<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Deed;
use App\Platform\Person;
use App\Platform\Refused;

/** Helpers plan and carry out what is their team's, or what they are to do themselves. */
final class WhoPlans
{
    /** @throws Refused for those of another team */
    public static function must(Change $change, Person $person): void
    {
        if (! self::may($change, $person)) {
            throw Refused::because(Deed::PlanChanges->isAllowedTo($person)
                ? "{$change->ref()} is not your team's, and not yours to carry out. Ask ".($change->who() ?? 'a coordinator').'.'
                : Deed::PlanChanges->refusal());
        }
    }

    public static function may(Change $change, Person $person): bool
    {
        return Deed::PlanChanges->isAllowedTo($person) && (
            ! Deed::PlanChanges->isLimited($person) || $change->implementer_id === $person->id || $change->author_id === $person->id
            || ($change->team_id !== null && $change->team_id === $person->team_id)
        );
    }
}
