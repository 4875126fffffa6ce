<?php

declare(strict_types=1);

namespace App\Signals\Tuning;

use App\Platform\CurrentPerson;
use App\Platform\Moment;
use App\Platform\Once;
use App\Signals\Tuning\Requests\QuietRequest;
use Carbon\CarbonImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;

/** Quiet times: planned work on items, during which they open no alerts. What they hold back is listed. */
final class QuietController
{
    private const SHOWN_DAYS = 14;

    private const MOST_HELD = 200;

    public function index(): Response
    {
        return Inertia::render('Signals/Quiet', [
            'times' => fn() => DB::table('quiet_times')
                ->leftJoin('people', 'people.id', '=', 'quiet_times.author_id')
                ->where('to_at', '>', now()->subDays(self::SHOWN_DAYS))->orderByDesc('from_at')
                ->get(['quiet_times.*', 'people.name as author'])->map(self::told(...)),
        ]);
    }

    public function store(QuietRequest $request, SetQuiet $set): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static function () use ($request, $input, $set): void {
            $set(
                array_values($input['items']), (bool) ($input['with_dependents'] ?? false), CarbonImmutable::parse($input['from'])->utc(),
                CarbonImmutable::parse($input['to'])->utc(), $input['reason'], CurrentPerson::of($request),
            );
        });

        return back();
    }

    public function end(Request $request, int $quiet, SetQuiet $set): RedirectResponse
    {
        Once::for($request, static fn() => $set->end($quiet, CurrentPerson::of($request)));

        return back();
    }

    /** @return array<string, mixed> */
    private static function told(\stdClass $row): array
    {
        $covers = (array) json_decode($row->covers, true, 4, JSON_THROW_ON_ERROR);
        [$from, $to] = [Moment::seconds($row->from_at), Moment::seconds($row->to_at)];

        return [
            'id' => (int) $row->id, 'items' => self::named((array) json_decode($row->items, true, 4, JSON_THROW_ON_ERROR)),
            'with_dependents' => (bool) $row->with_dependents, 'covers' => count($covers),
            'from' => $from * 1000, 'to' => $to * 1000, 'reason' => $row->reason, 'author' => $row->author,
            'held' => $from > Moment::now()
                ? []
                : self::held(array_map(strval(...), array_values(array_filter($covers, is_string(...)))), $from, min($to, Moment::now())),
        ];
    }

    /**
     * @param  array<array-key, mixed>  $ids
     * @return list<array{id: string, name: string}>
     */
    private static function named(array $ids): array
    {
        $ids = array_values(array_filter($ids, is_string(...)));
        $names = DB::table('items')->whereIn('id', $ids)->pluck('name', 'id');

        return array_map(static fn(string $id): array => ['id' => $id, 'name' => (string) ($names[$id] ?? $id)], $ids);
    }

    /**
     * What would have asked for attention: what fired on the items meanwhile.
     *
     * @param  list<string>  $items
     * @return list<array<string, mixed>>
     */
    private static function held(array $items, int $from, int $to): array
    {
        return array_values(DB::table('signals')->whereIn('item', $items)->whereBetween('at', [$from, $to])->where('condition', 'firing')
            ->groupBy('source', 'item', 'check')->orderByRaw('min(at)')->limit(self::MOST_HELD)
            ->get([
                'source', 'item', 'check', DB::raw('count(*) as many'), DB::raw('min(at) as first_at'),
                DB::raw('max(at) as last_at'), DB::raw('max(id) as last_id'),
            ])
            ->map(static function (\stdClass $row) use ($from): array {
                $alert = DB::table('alert_items')
                    ->join('alerts', 'alerts.id', '=', 'alert_items.alert_id')->where('alert_items.item', $row->item)
                    ->where('alerts.check', $row->check)
                    ->where(fn($query) => $query->whereNull('alerts.closed_at')->orWhere('alerts.closed_at', '>=', Moment::text($from)))
                        ->orderByDesc('alerts.id')->value('alerts.id');

                return [
                    'source' => $row->source, 'item' => $row->item, 'check' => $row->check, 'count' => (int) $row->many,
                    'first_at' => (int) $row->first_at * 1000, 'last_at' => (int) $row->last_at * 1000,
                    'summary' => DB::table('signals')->where('id', $row->last_id)->value('summary'),
                    'alert' => $alert === null ? null : (int) $alert,
                ];
            })->all());
    }
}
