<?php

declare(strict_types=1);

namespace App\Incidents\Under;

use App\Incidents\Incident;
use App\Incidents\Situation;
use Skarvo\Incidents\Major\Belonging as Ground;
use Skarvo\Incidents\Major\Trouble;
use Skarvo\Topology\Affected;
use Skarvo\Topology\HitService;

/** What speaks for it that an incident is part of a major one, as things stand. */
final class Belonging
{
    public static function of(Incident $major, Incident $other, Situation $situation): ?Ground
    {
        return Ground::of(self::trouble($major, $situation), self::trouble($other, $situation));
    }

    private static function trouble(Incident $incident, Situation $situation): Trouble
    {
        $affected = $situation->of($incident->id);
        $broken = array_filter($affected->affected, static fn(Affected $one): bool => $one->state->isBroken());
        $services = array_filter($situation->services($incident->id), static fn(HitService $one): bool => $one->state->isBroken());

        return new Trouble(
            array_map(strval(...), array_keys($situation->observed($incident->id))),
            array_values(array_map(static fn(Affected $one): string => $one->id, $broken)),
            array_column($services, 'name', 'id'), $situation->estate->sites($affected), $incident->started_at->getTimestamp(),
        );
    }
}
