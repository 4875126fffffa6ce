<?php

declare(strict_types=1);

namespace App\Signals;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Level;
use Skarvo\Topology\State;

/** What open alerts say about the states of items. */
final class Observed
{
    /** @return array<array-key, State> worst state by item: by open alerts, by what people say of open incidents, by what fires on quiet items */
    public static function everywhere(): array
    {
        return self::worst(
            self::openOnKnownItems(),
            self::said(DB::table('incident_items')->join('incidents', 'incidents.id', '=', 'incident_items.incident_id')->whereNull('incidents.resolved_at')),
            QuietFaults::states(),
        );
    }

    /**
     * By open alerts, of what the estate knows: tens of thousands may be open on what it does not.
     *
     * @return array<array-key, State>
     */
    private static function openOnKnownItems(): array
    {
        $rank = "case alerts.level when 'critical' then 3 when 'error' then 2 when 'warning' then 1 else 0 end";
        $rows = DB::table('alerts')->join('alert_items', 'alert_items.alert_id', '=', 'alerts.id')->join('items', 'items.id', '=', 'alert_items.item')
            ->whereNull('alerts.closed_at')->where('alert_items.fires', true)->groupBy('items.id')->selectRaw("items.id, max($rank) as level")->get();
        $states = [];
        foreach ($rows as $row) {
            $states[(string) $row->id] = Level::cases()[(int) $row->level]->observed();
        }

        return $states;
    }

    /** @return array<array-key, State> of the items that belong to an incident, by its open alerts and by what people say */
    public static function inIncident(int $incident): array
    {
        $said = DB::table('incident_items')->where('incident_id', $incident);
        $states = self::worst(self::by(Alert::query()->whereNull('closed_at')->where('incident_id', $incident)), self::said(clone $said));

        return array_diff_key($states, array_flip($said->whereNull('state')->pluck('item_id')->map(strval(...))->all()));
    }

    /**
     * @param  array<array-key, State>  ...$all  by item
     * @return array<array-key, State>
     */
    public static function worst(array ...$all): array
    {
        $states = [];
        foreach ($all as $some) {
            foreach ($some as $id => $state) {
                if ($state->rank() > ($states[$id] ?? State::Up)->rank()) {
                    $states[$id] = $state;
                }
            }
        }

        return $states;
    }

    /** @return array<array-key, State> */
    private static function said(Query $items): array
    {
        return self::worst(...array_map(static fn(\stdClass $row): array => [(string) $row->item_id => State::from($row->state)], $items->whereNotNull('incident_items.state')->get(['item_id', 'state'])->all()));
    }

    /**
     * @param  Builder<Alert>  $alerts
     * @return array<array-key, State>
     */
    public static function by(Builder $alerts): array
    {
        return self::byGroup($alerts, false)[0] ?? [];
    }

    /**
     * @param  Builder<Alert>  $alerts
     * @param  bool  $apart  whether each group is told by itself; all under 0 otherwise
     * @return array<int, array<array-key, State>> worst state by item, by group
     */
    public static function byGroup(Builder $alerts, bool $apart = true): array
    {
        $states = [];
        $rows = (clone $alerts)->getQuery()->join('alert_items', 'alert_items.alert_id', '=', 'alerts.id')->where('alert_items.fires', true)->distinct()
            ->get(['alert_items.item', 'alerts.level', ...($apart ? ['alerts.group_id'] : [])]);
        foreach ($rows as $row) {
            $state = Level::from($row->level)->observed();
            $group = $apart ? (int) $row->group_id : 0;
            $id = (string) $row->item;
            if (! isset($states[$group][$id]) || $state->rank() > $states[$group][$id]->rank()) {
                $states[$group][$id] = $state;
            }
        }

        return $states;
    }
}
