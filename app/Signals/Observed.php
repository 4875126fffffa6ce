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
        $states = [];
        $rows = $alerts->getQuery()->join('alert_items', 'alert_items.alert_id', '=', 'alerts.id')->where('alert_items.fires', true)->distinct()->get(['alert_items.item', 'alerts.level']);
        foreach ($rows as $row) {
            $state = Level::from($row->level)->observed();
            $id = (string) $row->item;
            if (! isset($states[$id]) || $state->rank() > $states[$id]->rank()) {
                $states[$id] = $state;
            }
        }

        return $states;
    }
}
