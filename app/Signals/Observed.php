<?php

declare(strict_types=1);

namespace App\Signals;

use Illuminate\Database\Eloquent\Builder;
use Skarvo\Signals\Level;
use Skarvo\Topology\State;

/** What open alerts say about the states of items. */
final class Observed
{
    /** @return array<array-key, State> worst state by item */
    public static function everywhere(): array
    {
        return self::by(Alert::query()->whereNull('closed_at'));
    }

    /** @return array<array-key, State> */
    public static function inIncident(int $incident): array
    {
        return self::by(Alert::query()->whereNull('closed_at')->where('incident_id', $incident));
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
