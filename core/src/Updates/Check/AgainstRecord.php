<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

use Skarvo\Topology\State;

/** What somebody says is so, where the record says otherwise. It stands in no text yet. */
final class AgainstRecord
{
    /**
     * @param  list<array{name: string, state: State}>|null  $services  null: as the record has them
     * @param  list<string>|null  $places  likewise
     * @param  list<string>  $hit  services that it hits: others may be down for another reason
     * @return list<Slip>
     */
    public static function of(RecordFacts $record, ?array $services, ?array $places, array $hit): array
    {
        $slips = [];
        foreach ($services ?? [] as ['name' => $name, 'state' => $state]) {
            $is = $record->services[$name] ?? null;
            // Of what the record does not know nothing can be held against anybody.
            if ($is !== null && self::words($is) !== self::words($state)) {
                $slips[] = new Slip(
                    SlipKind::State, 0, 0, $name,
                    "By the facts $name is ".self::words($state).', but as the record stands it is '.self::words($is).'.'
                );
            }
        }
        if ($services !== null) {
            $named = array_column($services, 'name');
            foreach (array_diff($hit, $named) as $name) {
                $is = $record->services[$name] ?? State::Up;
                if ($is->isBroken()) {
                    $slips[] = new Slip(
                        SlipKind::Service, 0, 0, $name, "The facts leave out $name, which is ".self::words($is).' as the record stands.'
                    );
                }
            }
        }
        if ($places !== null && $places !== [] && $record->places !== []) {
            foreach (array_diff($places, $record->places) as $place) {
                $slips[] = new Slip(SlipKind::Place, 0, 0, $place, "As the record stands it is not felt at $place.");
            }
            foreach (array_diff($record->places, $places) as $place) {
                $slips[] = new Slip(SlipKind::Place, 0, 0, $place, "The facts leave out $place, where it is felt as the record stands.");
            }
        }

        return $slips;
    }

    private static function words(State $state): string
    {
        return match ($state) {
            State::Down => 'not working',
            State::Degraded => 'only partly working',
            State::Up, State::AtRisk => 'working',
        };
    }
}
