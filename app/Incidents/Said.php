<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Look;
use App\Topology\Contracts\Observes;
use App\Topology\Standing;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\State;

/**
 * What people say of items in open incidents.
 *
 * @phpstan-type SaidOfItem array{id: string, name: string, state: string|null, by: string|null}
 */
final class Said implements Observes
{
    public function states(): array
    {
        return self::worst(array_values(DB::table('incident_items')->join(
            'incidents', 'incidents.id', '=', 'incident_items.incident_id',
        )->whereNull('incidents.resolved_at')->whereNotNull('incident_items.state')->get(['item_id', 'state'])
            ->map(static fn(\stdClass $row): array => ['id' => (string) $row->item_id, 'state' => (string) $row->state])->all()));
    }

    /** @return array<array-key, State> worst state by item */
    public static function of(int $incident): array
    {
        return self::worst(self::inOrder($incident));
    }

    /** @return list<string> items that do not belong to an incident, whatever alerts say */
    public static function leftOut(int $incident): array
    {
        return array_column(
            array_filter(self::inOrder($incident), static fn(array $said): bool => $said['state'] === null), 'id',
        );
    }

    /** @return list<SaidOfItem> in the order in which it was said, and by whom; state null: it does not belong to the incident */
    public static function inOrder(int $incident): array
    {
        return Look::once(
            "said in $incident",
            static fn(): array => array_values(DB::table('incident_items')->join('items', 'items.id', '=', 'incident_items.item_id')
                ->leftJoin('people', 'people.id', '=', 'incident_items.person_id')
                ->where('incident_id', $incident)->orderBy('incident_items.id')
                ->get(['items.id', 'items.name', 'incident_items.state', 'people.name as by'])
                ->map(static fn(\stdClass $row): array => [
                    'id' => (string) $row->id, 'name' => (string) $row->name,
                    'state' => $row->state === null ? null : (string) $row->state,
                    'by' => $row->by === null ? null : (string) $row->by,
                ])->all()),
        );
    }

    /**
     * @param  list<array{id: string, state: string|null, ...}>  $said
     * @return array<array-key, State>
     */
    private static function worst(array $said): array
    {
        $states = [];
        foreach ($said as $one) {
            if ($one['state'] !== null) {
                $states[] = [$one['id'] => State::from($one['state'])];
            }
        }

        return Standing::worst(...$states);
    }
}
