<?php

declare(strict_types=1);

namespace App\Incidents\Major;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Situation;
use Skarvo\Incidents\Major\Extent;
use Skarvo\Topology\State;

/**
 * How far an incident reaches, with all that is part of it.
 *
 * @phpstan-type ExtentLine array{
 *     services: list<array{id: string, name: string, tier: int, state: value-of<State>}>, places: list<string>, reports: int, people: int,
 * }
 */
final class ExtentOf
{
    public static function incident(Incident $incident, Situation $situation): Extent
    {
        return new Extent(
            $situation->services($incident->id), $situation->estate->sites($situation->of($incident->id)),
            $incident->reports->count(), max(0, (int) $incident->started_at->diffInSeconds($incident->resolved_at ?? now())),
        );
    }

    /** @return ExtentLine as the room shows it */
    public static function line(Incident $incident, Situation $situation): array
    {
        $extent = self::incident($incident, $situation);

        return [
            'services' => array_map(static fn($one): array => [
                'id' => $one->id, 'name' => $one->name, 'tier' => $one->tier, 'state' => $one->state->value,
            ], $extent->broken),
            'places' => $extent->places, 'reports' => $extent->reports,
            // Who left no address is somebody else each time.
            'people' => $incident->reports->unique(static fn(Report $one): string => $one->email ?? $one->ref())->count(),
        ];
    }
}
