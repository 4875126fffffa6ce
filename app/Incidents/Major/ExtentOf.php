<?php

declare(strict_types=1);

namespace App\Incidents\Major;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Incidents\Under\Children;
use App\Platform\Look;
use Illuminate\Database\Eloquent\Collection;
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
        $all = [$incident->id, ...Children::of($incident->id)];
        $services = $places = [];
        foreach ($situation->unlike($all) as $one) {
            foreach ($situation->services($one) as $service) {
                $known = $services[$service->id] ?? null;
                $services[$service->id] = $known === null || $service->state->rank() > $known->state->rank() ? $service : $known;
            }
            array_push($places, ...$situation->sites($one));
        }

        return new Extent(
            array_values($services), array_values(array_unique($places)), self::reports($incident)->count(),
            max(0, (int) $incident->started_at->diffInSeconds($incident->resolved_at ?? now())),
        );
    }

    /** @return Collection<int, Report> with those of what is part of it */
    private static function reports(Incident $incident): Collection
    {
        $children = Children::of($incident->id);

        return $children === [] ? $incident->reports : Look::once(
            "reports of $incident->id and of what is part of it",
            static fn(): Collection => Report::query()->about([$incident->id, ...$children])->get(),
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
            'people' => self::reports($incident)->unique(static fn(Report $one): string => $one->email ?? $one->ref())->count(),
        ];
    }
}
