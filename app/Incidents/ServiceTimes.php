<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Moment;
use App\Topology\Estate;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Level;
use Skarvo\Topology\Availability;
use Skarvo\Topology\State;

/**
 * How much of the last days a service was there: by the alerts on it and on what it stands on, and by the incidents that
 * no alert told of.
 */
final class ServiceTimes
{
    private const DAYS = 90;

    /** Items that are asked for at once. */
    private const AT_ONCE = 1000;

    /** @return array{share: float, down: int, stretches: int, in_part: int, days: int} down and in part in milliseconds */
    public static function of(string $service, Estate $estate): array
    {
        $to = Moment::now();
        $from = $to - self::DAYS * 86400;
        $byAlerts = $estate->downtime(
            $service, self::observed(array_map(strval(...), array_keys($estate->underneath([$service]))), $from), $from, $to,
        );
        $byPeople = $byAlerts->unobserved(array_values(Incident::query()->where('service_id', $service)->where(
            fn($query) => $query->whereNull('resolved_at')->orWhere('resolved_at', '>=', Moment::text($from))
        )->get(['started_at', 'resolved_at'])
            ->map(static fn(Incident $incident): array => [
                $incident->started_at->getTimestamp(), $incident->resolved_at?->getTimestamp(),
            ])->all()));
        $down = Availability::of([...$byAlerts->down, ...$byPeople], $from, $to);
        $either = Availability::of([...$byAlerts->down, ...$byPeople, ...$byAlerts->inPart], $from, $to);

        return [
            'share' => $down->share(), 'down' => $down->down * 1000, 'stretches' => $down->interruptions,
            'in_part' => ($either->down - $down->down) * 1000, 'days' => self::DAYS,
        ];
    }

    /**
     * @param  list<string>  $items
     * @return list<array{string, State, int, int|null}> item, state, from and to in seconds since the epoch
     */
    private static function observed(array $items, int $from): array
    {
        $observed = [];
        foreach (array_chunk($items, self::AT_ONCE) as $some) {
            $rows = DB::table('alert_items')
                ->join('alerts', 'alerts.id', '=', 'alert_items.alert_id')->whereIn('alert_items.item', $some)
                ->where('alerts.level', '!=', Level::Info->value)
                ->where(fn($query) => $query->where(
                    fn($open) => $open->whereNull('alerts.closed_at')->where('alert_items.fires', true),
                )->orWhere('alerts.closed_at', '>=', Moment::text($from)))
                ->select(['alert_items.item', 'alerts.level', 'alert_items.opened_at', 'alerts.closed_at']);
            foreach ($rows->cursor() as $row) {
                $observed[] = [
                    (string) $row->item, Level::from($row->level)->observed(), Moment::seconds($row->opened_at),
                    $row->closed_at === null ? null : Moment::seconds($row->closed_at),
                ];
            }
        }

        return $observed;
    }
}
