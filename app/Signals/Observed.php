<?php

declare(strict_types=1);

namespace App\Signals;

use Illuminate\Database\Eloquent\Builder;
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
        foreach ($alerts->whereNotNull('item_id')->get(['item_id', 'level']) as $alert) {
            $state = $alert->level->observed();
            $id = (string) $alert->item_id;
            if (! isset($states[$id]) || $state->rank() > $states[$id]->rank()) {
                $states[$id] = $state;
            }
        }

        return $states;
    }
}
