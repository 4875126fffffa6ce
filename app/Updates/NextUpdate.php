<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Incidents\UpdateRhythm;
use App\Platform\WallClock;
use App\Topology\Estate;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Draft;

/** The next update of an incident, written from what is known now. */
final class NextUpdate
{
    /** @return array{number: int, stage: string, text: string, unchanged: string|null, meanwhile: string, services: list<array{name: string, state: string}>, next_minutes: int} */
    public static function of(Incident $incident, Situation $situation, ?Stage $stage = null): array
    {
        $estate = $situation->estate;
        $services = [];
        foreach ($situation->services($incident->id) as $service) {
            $public = $estate->item($service->id)['public_name'] ?? null;
            if ($public !== null && $service->state->isBroken()) {
                $services[] = ['name' => $public, 'state' => $service->state];
            }
        }
        $own = $incident->service_id === null ? null : $estate->item($incident->service_id);
        // What outsiders do not know by name is not named to them.
        if ($services === [] && ($own['public_name'] ?? null) !== null) {
            $services[] = ['name' => $own['public_name'], 'state' => State::Degraded];
        }
        $all = Update::ofIncident($incident->id);
        $last = $all->first();
        $stage ??= $incident->stage;
        // What has passed was wrong: it is not said again.
        $expected = $incident->estimate_at?->isFuture() === true ? WallClock::outside($incident->estimate_at) : null;

        return [
            'number' => (int) $all->where('incident_id', $incident->id)->max('number') + 1,
            'stage' => $stage->value,
            'text' => Draft::from(
                $stage, $services, WallClock::outside($incident->started_at), $estate->sites($situation->of($incident->id)),
                $expected,
            )->text,
            // Nothing can be as it was before anything was said.
            'unchanged' => $last === null ? null : Draft::unchanged(
                $stage, $services, WallClock::outside($last->published_at), WallClock::outside($incident->started_at),
                $incident->occasion->answered_at !== null, $expected,
            )->text,
            'meanwhile' => $last->meanwhile ?? '',
            'services' => array_map(static fn(array $s): array => ['name' => $s['name'], 'state' => $s['state']->value], $services),
            'next_minutes' => intdiv(UpdateRhythm::of($incident), 60),
        ];
    }

    /** What outsiders are told when an incident that was over is not. */
    public static function reopened(Incident $incident): string
    {
        return Draft::reopened(self::publicNames($incident))->text;
    }

    /** @return list<string> of the services about which its updates told outsiders, and of the one it is about */
    public static function publicNames(Incident $incident): array
    {
        $told = Update::query()->where('incident_id', $incident->id)
            ->get()->flatMap(static fn(Update $u): array => array_column($u->services, 'name'))->all();
        $own = $incident->service_id === null ? null : Estate::open()->item($incident->service_id);

        return array_values(array_unique([...array_filter([$own['public_name'] ?? null]), ...$told]));
    }
}
