<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Incidents\Priorities;
use App\Signals\Observed;
use App\Topology\Estate;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Draft as CoreDraft;

/** The next update of an incident, written from what is known now. */
final class Draft
{
    /** @return array{number: int, stage: string, text: string, meanwhile: string, services: list<array{name: string, state: string}>, next_minutes: int} */
    public static function of(Incident $incident, ?Stage $stage = null): array
    {
        $estate = Estate::open();
        $impact = $estate->trace(Observed::inIncident($incident->id));
        $services = [];
        foreach ($estate->services($impact) as $service) {
            $public = $estate->item($service->id)['public_name'] ?? null;
            if ($public !== null && $service->state->isBroken()) {
                $services[] = ['name' => $public, 'state' => $service->state];
            }
        }
        $own = $estate->item($incident->service_id);
        if ($services === []) {
            $services[] = ['name' => $own['public_name'] ?? $own['name'] ?? 'A service', 'state' => State::Degraded];
        }
        $last = Update::query()->where('incident_id', $incident->id)->latest('number')->first();
        $stage ??= $incident->stage;

        return [
            'number' => ($last->number ?? 0) + 1,
            'stage' => $stage->value,
            'text' => CoreDraft::from($stage, $services, $incident->started_at->setTimezone(config()->string('skarvo.time_zone'))->format('H:i'), $estate->sites($impact))->text,
            'meanwhile' => $last->meanwhile ?? '',
            'services' => array_map(static fn(array $s): array => ['name' => $s['name'], 'state' => $s['state']->value], $services),
            'next_minutes' => intdiv(Priorities::matrix()->updateWithin($incident->priority), 60),
        ];
    }
}
