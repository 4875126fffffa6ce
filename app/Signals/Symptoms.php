<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Moment;
use App\Topology\Estate;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Signals\Level;
use Skarvo\Topology\State;

/** What alerts say is wrong, as whoever looks for a cause reads it. */
final class Symptoms
{
    /** Those that began first: more would say little more, and take long. */
    private const MOST = 200;

    /**
     * @param  Builder<Alert>  $alerts
     * @return list<array{string, State, int}> item of the estate, state, and when it began in seconds since the epoch
     */
    public static function of(Builder $alerts, Estate $estate): array
    {
        $rows = (clone $alerts)->getQuery()->join('alert_items', 'alert_items.alert_id', '=', 'alerts.id')->where('alert_items.fires', true)
            ->orderBy('alerts.first_signal_at')->limit(self::MOST)->get(['alert_items.item', 'alerts.level', 'alerts.first_signal_at']);
        $estate->readAhead(array_values(array_map(strval(...), $rows->pluck('item')->all())));
        $symptoms = [];
        foreach ($rows as $row) {
            $state = Level::from($row->level)->observed();
            if ($state !== State::Up && $estate->item((string) $row->item) !== null) {
                $symptoms[] = [(string) $row->item, $state, Moment::seconds($row->first_signal_at)];
            }
        }

        return $symptoms;
    }
}
