<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Turn;
use App\Incidents\TurnKind;

/** Of a resolve, how many followers hear; that they do, publishing its update brings about. */
final class FollowersHear implements HasConsequences
{
    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        return $turn->kind !== TurnKind::Resolved ? null : new Foreseen(
            static fn(): array => ['followers' => AudienceOf::count(Noticed::atTheEndOf($incident))], static function (): void {},
        );
    }
}
