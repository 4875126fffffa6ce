<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Paging\EscalationPolicy;
use App\Platform\Person;
use App\Rota\Rota;

/** A rota and an escalation policy for each team. */
final class Rotas
{
    private const IN_A_ROTA = 5;

    public static function put(): void
    {
        foreach (People::TEAMS as $id => $name) {
            $people = Person::query()->where('team_id', $id)->orderBy('id')->pluck('id')->all();
            $turns = array_slice($people, 0, self::IN_A_ROTA);
            $layers = $id === 'desk'
                ? [['name' => 'twelve-hours', 'people' => $turns, 'starts' => '2026-01-05T07:00', 'shift' => 'PT12H']]
                : [['name' => 'weekly', 'people' => $turns, 'starts' => '2026-01-05T09:00', 'shift' => 'P1W']];
            if (in_array($id, ['platform', 'quay', 'lanes'], true)) {
                $layers[] = [
                    'name' => 'weekend', 'people' => array_slice($people, 1, 3), 'starts' => '2026-01-02T18:00', 'shift' => 'P1W',
                    'windows' => [
                        ['days' => ['fri'], 'from' => '18:00', 'to' => '24:00'],
                        ['days' => ['sat', 'sun'], 'from' => '00:00', 'to' => '24:00'],
                    ],
                ];
            }
            Rota::query()->create([
                'id' => $id, 'name' => "$name on call", 'team_id' => $id, 'time_zone' => 'Europe/Oslo', 'layers' => $layers,
                'overrides' => [],
            ]);
        }
        foreach (People::TEAMS as $id => $name) {
            $lead = Person::query()->where('team_id', $id)->orderByDesc('id')->value('id');
            EscalationPolicy::query()->create([
                'name' => "$name, any hour", 'team_id' => $id, 'rounds' => 2,
                'steps' => [
                    ['targets' => ["rota:$id"], 'wait_seconds' => 300],
                    ['targets' => ["person:$lead", $id === 'platform' ? 'rota:quay' : 'rota:platform'], 'wait_seconds' => 600],
                ],
            ]);
        }
    }
}
