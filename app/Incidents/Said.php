<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Topology\Contracts\Observes;
use App\Topology\Standing;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\State;

/** What people say of items in open incidents. */
final class Said implements Observes
{
    public function states(): array
    {
        return self::in(DB::table('incident_items')->join(
            'incidents', 'incidents.id', '=', 'incident_items.incident_id',
        )->whereNull('incidents.resolved_at'));
    }

    /** @return array<array-key, State> worst state by item */
    public static function of(int $incident): array
    {
        return self::in(DB::table('incident_items')->where('incident_id', $incident));
    }

    /** @return list<string> items that do not belong to an incident, whatever alerts say */
    public static function leftOut(int $incident): array
    {
        return array_values(array_map(
            strval(...),
            DB::table('incident_items')->where('incident_id', $incident)->whereNull('state')->pluck('item_id')->all(),
        ));
    }

    /** @return array<array-key, State> */
    private static function in(Builder $items): array
    {
        return Standing::worst(...array_map(
            static fn(\stdClass $row): array => [(string) $row->item_id => State::from($row->state)],
            $items->whereNotNull('incident_items.state')->get(['item_id', 'state'])->all(),
        ));
    }
}
