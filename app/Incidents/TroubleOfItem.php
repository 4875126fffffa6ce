<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Moment;
use App\Signals\Alert;
use App\Signals\TimesOfWork;
use App\Topology\Estate;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** How often an item was in trouble, and by what: incidents, alerts, reports, times of work. */
final class TroubleOfItem
{
    private const DAYS = 90;

    /**
     * How often it was in trouble, and how often lately: repeat offenders stand out.
     *
     * @return array{incidents: array{open: int, past: int, lately: int, last: CarbonImmutable|null}, alerts: array{open: int, past: int,
     *      lately: int, last: CarbonImmutable|null}, reports: array{open: int, past: int, lately: int, last: CarbonImmutable|null},
     *      work: array{open: int, past: int, lately: int, last: CarbonImmutable|null}, days: int,
     *      endangering: list<array{id: int, title: string, item: string, at: CarbonImmutable}>}
     */
    public static function counts(Item $item): array
    {
        $since = CarbonImmutable::instance(now())->subDays(self::DAYS);
        $alerts = static fn(): Builder => Alert::query()
            ->whereNull('withdrawn_at')
            ->whereIn('id', DB::table('alert_items')->where('item', $item->id)->select('alert_id'));
        $reports = static fn(): Builder => Report::query()->where('service_id', $item->id);

        return [
            'incidents' => self::count(static fn(): Builder => IncidentsOfItem::partOf($item->id), 'resolved_at', 'declared_at', $since),
            'alerts' => self::count($alerts, 'closed_at', 'opened_at', $since),
            'reports' => self::count($reports, 'resolved_at', 'told_at', $since),
            'work' => self::work($item->id, $since),
            'days' => self::DAYS,
            'endangering' => $item->kind === Item::SERVICE ? self::endangering($item->id) : [],
        ];
    }

    /** @return array{open: int, past: int, lately: int, last: CarbonImmutable|null} times at which it was, is or is to be worked on */
    private static function work(string $item, CarbonImmutable $since): array
    {
        $ends = array_values(array_map(Moment::seconds(...), TimesOfWork::on($item)->pluck('to_at')->all()));
        $begins = array_values(array_map(
            Moment::seconds(...),
            TimesOfWork::on($item)->where('from_at', '<=', Moment::text(Moment::now()))->pluck('from_at')->all(),
        ));
        $open = count(array_filter($ends, static fn(int $at): bool => $at > Moment::now()));

        return [
            'open' => $open, 'past' => count($ends) - $open,
            'lately' => count(array_filter($begins, static fn(int $at): bool => $at >= $since->getTimestamp())),
            'last' => $begins === [] ? null : Moment::of(max($begins)),
        ];
    }

    /**
     * @param  \Closure(): Builder<*>  $query
     * @return array{open: int, past: int, lately: int, last: CarbonImmutable|null}
     */
    private static function count(\Closure $query, string $ended, string $began, CarbonImmutable $since): array
    {
        $last = $query()->max($began);

        return [
            'open' => $query()->whereNull($ended)->count(), 'past' => $query()->whereNotNull($ended)->count(),
            'lately' => $query()->where($began, '>=', Moment::precise($since))->count(),
            'last' => is_string($last) ? Moment::of(Moment::seconds($last)) : null,
        ];
    }

    /** @return list<array{id: int, title: string, item: string, at: CarbonImmutable}> open alerts on what a service stands on */
    private static function endangering(string $service): array
    {
        $under = array_map(strval(...), array_keys(Estate::open()->underneath([$service])));
        $found = [];
        foreach (array_chunk($under, 500) as $some) {
            foreach (Alert::query()->whereNull('closed_at')->whereNull('withdrawn_at')->whereIn(
                'id', DB::table('alert_items')->where('fires', true)->whereIn('item', $some)->select('alert_id'),
            )->orderBy('first_signal_at')->limit(20)->get() as $alert) {
                $found[$alert->id] = [
                    'id' => $alert->id, 'title' => $alert->title(), 'item' => (string) $alert->item_named,
                    'at' => $alert->first_signal_at,
                ];
            }
        }

        return array_slice(array_values($found), 0, 20);
    }
}
