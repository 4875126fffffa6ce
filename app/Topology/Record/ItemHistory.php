<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Platform\Moment;
use App\Platform\WallClock;
use App\Signals\Alert;
use App\Topology\Estate;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\CsvCell;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What happened to an item: changes of its record, and the incidents that it was part of; and how often it was in trouble. */
final class ItemHistory
{
    private const DAYS = 90;

    private const MOST_DAYS = 731;

    /** As CSV, over a period: from and to are days on the organisation's clock. */
    public function __invoke(Request $request, Item $item): StreamedResponse
    {
        $input = $request->validate(['from' => ['nullable', 'date_format:Y-m-d'], 'to' => ['nullable', 'date_format:Y-m-d', 'after_or_equal:from']], ['from.date_format' => 'Write days such as 2026-03-01.', 'to.date_format' => 'Write days such as 2026-03-01.', 'to.after_or_equal' => 'It has to end after it begins.']);
        $zone = WallClock::organisation();
        $to = CarbonImmutable::parse(($input['to'] ?? now()->setTimezone($zone)->format('Y-m-d')).' 23:59:59', $zone);
        $from = isset($input['from']) ? CarbonImmutable::parse("$input[from] 00:00:00", $zone) : $to->subDays(self::DAYS)->startOfDay();
        abort_if($from->diffInDays($to) > self::MOST_DAYS, 422, 'Choose two years at most.');
        $query = self::of($item->id)->whereBetween('at', [Moment::precise($from->utc()), Moment::precise($to->utc())])->orderBy('seq');

        return response()->streamDownload(static function () use ($query, $zone): void {
            $out = fopen('php://output', 'wb') ?: throw new \RuntimeException('There is no output.');
            fputcsv($out, ['at', 'what', 'particulars', 'by'], escape: '');
            foreach ($query->lazyById(500, 'seq') as $entry) {
                $told = Telling::of($entry);
                fputcsv($out, array_map(CsvCell::guarded(...), [$entry->at->setTimezone($zone)->toIso8601String(), $told['lead'], $told['rest'], (string) $told['by']]), escape: '');
            }
        }, "history-$item->id.csv", ['Content-Type' => 'text/csv; charset=utf-8']);
    }

    /** @return Builder<Entry> */
    public static function of(string $item): Builder
    {
        return Entry::query()->where(static fn(Builder $any) => $any->where(static fn(Builder $own) => $own->where('subject_kind', 'item')->where('subject_id', $item))
            ->orWhere(static fn(Builder $incident) => $incident->whereIn('kind', ['incident.declared', 'incident.resolved', 'incident.reopened'])->whereIn('incident_id', self::incidents($item)->select('id'))));
    }

    /**
     * How often it was in trouble, and how often lately: repeat offenders stand out.
     *
     * @return array{incidents: array{open: int, past: int, lately: int, last: CarbonImmutable|null}, alerts: array{open: int, past: int, lately: int, last: CarbonImmutable|null}, reports: array{open: int, past: int, lately: int, last: CarbonImmutable|null}, work: array{open: int, past: int, lately: int, last: CarbonImmutable|null}, days: int, endangering: list<array{id: int, title: string, item: string, at: CarbonImmutable}>}
     */
    public static function counts(Item $item): array
    {
        $since = CarbonImmutable::instance(now())->subDays(self::DAYS);
        $alerts = static fn(): Builder => Alert::query()->whereNull('withdrawn_at')->whereIn('id', DB::table('alert_items')->where('item', $item->id)->select('alert_id'));
        $reports = static fn(): Builder => Report::query()->where('service_id', $item->id);

        return [
            'incidents' => self::count(static fn(): Builder => self::incidents($item->id), 'resolved_at', 'declared_at', $since),
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
        $ends = array_values(array_map(Moment::seconds(...), self::timesOfWork($item)->pluck('to_at')->all()));
        $begins = array_values(array_map(Moment::seconds(...), self::timesOfWork($item)->where('from_at', '<=', Moment::text(Moment::now()))->pluck('from_at')->all()));
        $open = count(array_filter($ends, static fn(int $at): bool => $at > Moment::now()));

        return [
            'open' => $open, 'past' => count($ends) - $open,
            'lately' => count(array_filter($begins, static fn(int $at): bool => $at >= $since->getTimestamp())), 'last' => $begins === [] ? null : Moment::of(max($begins)),
        ];
    }

    public static function timesOfWork(string $item): \Illuminate\Database\Query\Builder
    {
        return DB::table('quiet_times')->where('items', 'like', '%'.addcslashes((string) json_encode($item), '%_\\').'%');
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
            'lately' => $query()->where($began, '>=', Moment::precise($since))->count(), 'last' => is_string($last) ? Moment::of(Moment::seconds($last)) : null,
        ];
    }

    /** @return list<array{id: int, title: string, item: string, at: CarbonImmutable}> open alerts on what a service stands on */
    private static function endangering(string $service): array
    {
        $under = array_map(strval(...), array_keys(Estate::open()->underneath([$service])));
        $found = [];
        foreach (array_chunk($under, 500) as $some) {
            foreach (Alert::query()->whereNull('closed_at')->whereNull('withdrawn_at')->whereIn('id', DB::table('alert_items')->where('fires', true)->whereIn('item', $some)->select('alert_id'))->orderBy('first_signal_at')->limit(20)->get() as $alert) {
                $found[$alert->id] = ['id' => $alert->id, 'title' => $alert->title(), 'item' => (string) $alert->item_named, 'at' => $alert->first_signal_at];
            }
        }

        return array_slice(array_values($found), 0, 20);
    }

    /** @return Builder<Incident> that it was part of, by an alert, by what somebody said, or as the service that they are about */
    public static function incidents(string $item): Builder
    {
        return Incident::query()->where(static fn(Builder $any) => $any->where('service_id', $item)
            ->orWhereIn('id', Alert::query()->whereNotNull('incident_id')->whereIn('id', DB::table('alert_items')->where('item', $item)->select('alert_id'))->select('incident_id'))
            ->orWhereIn('id', DB::table('incident_items')->where('item_id', $item)->whereNotNull('state')->select('incident_id')));
    }
}
