<?php

declare(strict_types=1);

namespace App\Incidents\Ending;

use App\Incidents\Incident;
use App\Incidents\Major\MajorSettings;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * What returns: an incident that ended a short while ago, and to which the same items belonged.
 *
 * @phpstan-type ReturnLine array{id: int, ref: string, title: string, resolved_at: CarbonImmutable, items: list<string>}
 */
final class Recurrence
{
    private const SHOWN = 3;

    /**
     * @param  list<string>  $items  that show trouble now
     * @return list<ReturnLine> the one that ended last first, with names of the items that are the same
     */
    public static function of(array $items): array
    {
        $ended = Incident::query()->where('resolved_at', '>=', now()->subMinutes(MajorSettings::now()->watchMinutes))
            ->whereNull('merged_into_id')
            ->latest('resolved_at')->get();
        if ($ended->isEmpty() || $items === []) {
            return [];
        }
        $had = DB::table('alert_items')->join(
            'alerts', 'alerts.id', '=', 'alert_items.alert_id',
        )->join('items', 'items.id', '=', 'alert_items.item')
            ->whereIn('alerts.incident_id', $ended->modelKeys())->whereIn('alert_items.item', $items)->distinct()
            ->select(['alerts.incident_id', 'items.name'])
            ->union(DB::table('incident_items')->join(
                'items', 'items.id', '=', 'incident_items.item_id',
            )->whereNotNull('incident_items.state')
                ->whereIn('incident_id', $ended->modelKeys())->whereIn('item_id', $items)->select(['incident_id', 'items.name']))
            ->get()->groupBy('incident_id');
        $lines = [];
        foreach ($ended as $incident) {
            $same = $had->get($incident->id);
            if ($same !== null && $incident->resolved_at !== null) {
                $lines[] = [
                    'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title, 'resolved_at' => $incident->resolved_at,
                    'items' => array_values($same->pluck('name')->map(static fn(mixed $name): string => (string) $name)->sort()->all()),
                ];
            }
        }

        return array_slice($lines, 0, self::SHOWN);
    }
}
