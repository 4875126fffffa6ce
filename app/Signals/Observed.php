<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\InOrder;
use App\Platform\Database\Sql;
use App\Topology\Contracts\Observes;
use App\Topology\Standing;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Level;
use Skarvo\Topology\State;

/** What open alerts say about the states of items. */
final class Observed implements Observes
{
    /** By open alerts, and by what fires on quiet items. */
    public function states(): array
    {
        return Standing::worst(self::openOnKnownItems(), QuietFaults::states());
    }

    /**
     * By open alerts, of what the estate knows: tens of thousands may be open on what it does not.
     *
     * @return array<array-key, State>
     */
    private static function openOnKnownItems(): array
    {
        $rank = InOrder::rank('alerts.level', Level::class);
        // From what fires, and of that from what is known, in this order: few of very many may be.
        $rows = Sql::byIndex(DB::table('alert_items'), 'alert_items_fires_index')
            ->crossJoin('items')->crossJoin('alerts')
            ->whereColumn('items.id', 'alert_items.item')->whereColumn('alerts.id', 'alert_items.alert_id')
            ->whereRaw('alert_items.fires')->whereNull('alerts.closed_at')
            ->groupBy('items.id')->selectRaw("items.id, max($rank) as level")->get();
        $states = [];
        foreach ($rows as $row) {
            $states[(string) $row->id] = Level::cases()[(int) $row->level]->observed();
        }

        return $states;
    }

    /**
     * @param  Builder<Alert>  $alerts
     * @return array<array-key, State>
     */
    public static function by(Builder $alerts): array
    {
        return self::byGroup($alerts, null)[0] ?? [];
    }

    /**
     * @param  Builder<Alert>  $alerts
     * @param  'group_id'|'incident_id'|null  $apart  by what each is told by itself; null: all under 0
     * @return array<int, array<array-key, State>> worst state by item, by group or incident
     */
    public static function byGroup(Builder $alerts, ?string $apart = 'group_id'): array
    {
        $states = [];
        $rows = (clone $alerts)->getQuery()
            ->join('alert_items', 'alert_items.alert_id', '=', 'alerts.id')->where('alert_items.fires', true)
            ->distinct()
            ->get(['alert_items.item', 'alerts.level', ...($apart === null ? [] : ["alerts.$apart as apart"])]);
        foreach ($rows as $row) {
            $state = Level::from($row->level)->observed();
            $group = $apart === null ? 0 : (int) $row->apart;
            $id = (string) $row->item;
            if (! isset($states[$group][$id]) || $state->rank() > $states[$group][$id]->rank()) {
                $states[$group][$id] = $state;
            }
        }

        return $states;
    }
}
