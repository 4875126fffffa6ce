<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Skarvo\Json\BadInput;
use Skarvo\Time\Zone;

/** Rotas and their layers. Call it inside a transaction. */
final class KeepRotas
{
    /** @throws Refused if there is no such time zone */
    public function make(string $id, string $name, string $team, string $zone, Person $by): void
    {
        if (Zone::named($zone) === null) {
            throw Refused::because('Use a time zone such as Europe/Oslo.', 'time_zone');
        }
        $rota = Rota::query()->create([
            'id' => $id, 'name' => $name, 'team_id' => $team, 'time_zone' => $zone, 'layers' => [], 'overrides' => [],
        ]);
        Journal::write(Actor::person($by), RotaEntry::RotaMade, ['rota', $rota->id], ['rota' => $rota->name]);
    }

    /**
     * @param  list<array<array-key, mixed>>  $layers  as the contract of rotas has them
     * @param  int  $seen  the version that was on the screen
     *
     * @throws Refused if they cannot be read, name people that are not there, or were changed meanwhile
     */
    public function setLayers(Rota $rota, array $layers, int $seen, Person $by): void
    {
        $changed = $rota->replicate();
        $changed->layers = $layers;
        self::refuseUnknown($layers);
        try {
            $changed->between(now()->getTimestamp(), now()->getTimestamp() + 86400);
        } catch (BadInput $e) {
            throw Refused::because($e->getMessage());
        }
        $version = Locked::at($seen, $rota, 'layers_version', 'this rota');
        $rota->update(['layers' => $layers, 'layers_version' => $version]);
        Journal::write(
            Actor::person($by), RotaEntry::RotaLayers, ['rota', $rota->id], ['rota' => $rota->name, 'layers' => count($layers)],
        );
    }

    /** @param  list<array<array-key, mixed>>  $layers */
    private static function refuseUnknown(array $layers): void
    {
        foreach ($layers as $layer) {
            $people = is_array($layer['people'] ?? null) ? $layer['people'] : [];
            $missing = array_diff($people, Person::query()->whereKey($people)->pluck('id')->all());
            if ($missing !== []) {
                throw Refused::because(
                    'There is nobody with the id '.implode(', ', array_filter($missing, is_string(...))).' any more. Take them out.',
                );
            }
        }
    }
}
