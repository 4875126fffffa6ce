<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Look;
use App\Topology\Contracts\Observes;
use App\Topology\Standing;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\State;

/**
 * What people say of items in open incidents.
 *
 * @phpstan-type SaidOfItem array{id: string, name: string, state: string|null, by: string|null, why: string|null}
 */
final class Said implements Observes
{
    public function states(): array
    {
        return self::worst(array_merge(...array_values(self::open()) ?: [[]]));
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
        return self::open()[$incident] ?? (Incident::open($incident) !== null ? [] : Look::once(
            "said in $incident",
            static fn(): array => self::read(DB::table('incident_items')->where('incident_id', $incident))[$incident] ?? [],
        ));
    }

    /**
     * @return array<int, list<SaidOfItem>> by incident, of those that are open and of which something was said: read once in a look at a
     *      screen
     */
    private static function open(): array
    {
        return Look::once('said in open incidents', static fn(): array => self::read(DB::table('incident_items')
            ->join('incidents', 'incidents.id', '=', 'incident_items.incident_id')->whereNull('incidents.resolved_at')));
    }

    /** @return array<int, list<SaidOfItem>> by incident */
    private static function read(Builder $rows): array
    {
        return $rows->join('items', 'items.id', '=', 'incident_items.item_id')
            ->leftJoin('people', 'people.id', '=', 'incident_items.person_id')->orderBy('incident_items.id')
            ->get(['incident_id', 'items.id', 'items.name', 'incident_items.state', 'incident_items.why', 'people.name as by'])
            ->groupBy('incident_id')->map(static fn($of): array => array_values($of->map(static fn(\stdClass $row): array => [
                'id' => (string) $row->id, 'name' => (string) $row->name,
                'state' => $row->state === null ? null : (string) $row->state,
                'by' => $row->by === null ? null : (string) $row->by, 'why' => $row->why === null ? null : (string) $row->why,
            ])->all()))->all();
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
