<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Rules\StoredRules;
use App\Incidents\Incident;
use App\Platform\Moment;
use App\Platform\WallClock;
use App\Topology\Estate;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\Rules\WindowOf;
use Skarvo\Changes\Rules\WindowRule;
use Skarvo\Time\Zone;

/**
 * What stands behind the changes in their calendar: freezes, incidents, other work, and hours; and what each belongs to.
 *
 * @phpstan-type BackdropLine array{kind: 'freeze'|'incident'|'work', name: string, from: int, to: int}
 * @phpstan-type HoursLine array{name: string, for: value-of<WindowOf>, of: string|null, open: list<array{from: int, to: int}>}
 * @phpstan-type BelongsLine array{services: list<string>, places: list<string>}
 */
final class CalendarGround
{
    private const MOST = 100;

    /** @return list<BackdropLine> */
    public static function backdrop(int $from, int $to): array
    {
        $zone = self::zone();
        $lines = [];
        foreach (StoredRules::now()->rules->freezes as [$name, $begin, $end]) {
            $lines[] = ['kind' => 'freeze', 'name' => $name, 'from' => $zone->instant($begin), 'to' => $zone->instant($end)];
        }
        // Quiet times that are no changes are work that somebody does all the same.
        foreach (DB::table('quiet_times')->whereNotIn('id', Change::query()->whereNotNull('quiet_id')->select('quiet_id'))
            ->where('from_at', '<', Moment::text($to))->where('to_at', '>', Moment::text($from))
            ->orderBy('from_at')->limit(self::MOST)->get(['from_at', 'to_at', 'reason']) as $quiet) {
            $lines[] = [
                'kind' => 'work', 'name' => (string) $quiet->reason, 'from' => Moment::seconds($quiet->from_at),
                'to' => Moment::seconds($quiet->to_at),
            ];
        }
        foreach (Incident::query()->where('declared_at', '<', Moment::of($to))->where(
            static fn($any) => $any->whereNull('resolved_at')->orWhere('resolved_at', '>', Moment::of($from))
        )
            ->orderByDesc('declared_at')->limit(self::MOST)->get() as $incident) {
            $lines[] = [
                'kind' => 'incident', 'name' => "{$incident->ref()} $incident->title", 'from' => $incident->declared_at->getTimestamp(),
                'to' => ($incident->resolved_at ?? now())->getTimestamp(),
            ];
        }

        return array_values(array_map(
            static fn(array $one): array => [
                'kind' => $one['kind'], 'name' => $one['name'], 'from' => $one['from'] * 1000, 'to' => $one['to'] * 1000,
            ],
            array_filter($lines, static fn(array $one): bool => $one['from'] < $to && $one['to'] > $from && $one['from'] < $one['to']),
        ));
    }

    /** @return list<HoursLine> the hours in which something may be taken down, by the name of what they are the hours of */
    public static function hours(int $from, int $to): array
    {
        $zone = self::zone();
        $rules = StoredRules::now()->rules->windows;
        $ids = static fn(WindowOf $for): array => array_values(
            array_filter(array_map(static fn(WindowRule $one): ?string => $one->for === $for ? $one->of : null, $rules))
        );
        $items = ChangesController::names($ids(WindowOf::Item));
        $teams = DB::table('teams')->whereIn('id', $ids(WindowOf::Team))->pluck('name', 'id')->all();

        return array_map(static fn(WindowRule $one): array => [
            'name' => $one->name, 'for' => $one->for->value,
            'of' => $one->of === null ? null : (string) (($one->for === WindowOf::Item ? $items : $teams)[$one->of] ?? $one->of),
            'open' => array_map(
                static fn(array $each): array => ['from' => $each[0] * 1000, 'to' => $each[1] * 1000], $one->hours->open($zone, $from, $to)
            ),
        ], $rules);
    }

    /**
     * @param  list<Change>  $changes
     * @return array<int, BelongsLine> by change: services that stand on what it works on, and where that is
     */
    public static function belongs(array $changes): array
    {
        $items = array_map(
            static fn(array $one): array => [...$one['down'], ...$one['touched']],
            Change::itemsOf(array_map(static fn(Change $one): int => $one->id, $changes)),
        );
        $all = array_values(array_unique(array_merge([], ...array_values($items))));
        $services = Item::query()->where('kind', Item::SERVICE)->orderBy('tier')->orderBy('name')->pluck('name', 'id')->all();
        $places = [];
        foreach (array_chunk($all, 500) as $some) {
            $places += Item::query()->whereKey($some)->whereNotNull('site')->pluck('site', 'id')->all();
        }
        $estate = Estate::open();
        $on = [];
        foreach ($all as $item) {
            $on[$item] = array_intersect_key($services, array_flip($estate->standingOn([$item])));
        }

        return array_map(static fn(array $ids): array => [
            'services' => array_values(
                array_unique(array_merge([], ...array_map(static fn(string $id): array => array_values($on[$id]), $ids)))
            ),
            'places' => array_values(array_unique(array_map(strval(...), array_intersect_key($places, array_flip($ids))))),
        ], $items);
    }

    private static function zone(): Zone
    {
        return Zone::orUtc(WallClock::organisation());
    }
}
