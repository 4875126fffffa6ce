<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\Sql;
use App\Platform\Given;
use App\Platform\Http\Asked;
use App\Platform\Moment;
use App\Signals\Contracts\GoesOnFromAlerts;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Signals\Load;
use Skarvo\Signals\Tuning\NoisyCheck;

/** From signals to pages: how much came, how little of it asked for somebody, and what made most of it. */
final class FunnelController
{
    private const DEFAULT_SECONDS = 86400;

    private const NOISIEST = 10;

    private const MOST_DAYS = 93;

    public function __invoke(Request $request): Response
    {
        [$asked, $until] = Asked::range($request, self::MOST_DAYS);
        $to = $until?->getTimestamp() ?? Moment::now();
        $from = min($asked?->getTimestamp() ?? $to - self::DEFAULT_SECONDS, $to - Load::WINDOW_SECONDS);
        $fromText = Moment::text($from);
        $toText = Moment::text($to);
        $opened = DB::table('alerts')->whereNull('withdrawn_at')->whereBetween('opened_at', [$fromText, $toText]);
        $asking = (clone $opened)->where('handling', '!=', 'record')
            ->orderBy('opened_at')->pluck('opened_at')->map(Moment::seconds(...))->all();
        $further = array_merge(
            [],
            ...array_map(static fn(GoesOnFromAlerts $one): array => $one->counts($from, $to), Given::all(GoesOnFromAlerts::class)),
        );
        $load = Load::of(array_values($asking), $from, $to);

        return Inertia::render('Signals/Funnel', [
            'from' => $from * 1000, 'to' => $to * 1000,
            'funnel' => [
                'signals' => (int) DB::table('source_minutes')->whereBetween('minute', [intdiv($from, 60) * 60, $to])->sum('accepted'),
                'repeats' => (int) DB::table('source_minutes')->whereBetween('minute', [intdiv($from, 60) * 60, $to])->sum('repeated'),
                'alerts' => (clone $opened)->count(),
                'groups' => (clone $opened)->distinct()->count('group_id'),
                'incidents' => $further['incidents'] ?? 0,
                'pages' => $further['pages'] ?? 0,
            ],
            'load' => [...$load->toArray(), 'responders' => max(1, $further['responders'] ?? 0)],
            'noisiest' => self::noisiest($fromText, $toText),
        ]);
    }

    /** @return list<array<string, mixed>> checks that opened or flipped most, with an alert from which fewer can be asked for */
    private static function noisiest(string $fromText, string $toText): array
    {
        return array_values(DB::table('alerts')->whereNull('withdrawn_at')->whereBetween(
            'opened_at', [$fromText, $toText]
        )->groupBy('source', 'check')
            ->selectRaw(
                'source, "check", count(*) as alerts, sum(flips) as flips, sum("count") as signals, count(distinct item_named) as items, max(id) as latest, '
                .Sql::count('closed_at is not null and taken_at is null and incident_id is null').' as unneeded, '
                .Sql::count('closed_at is not null and '.Sql::seconds('opened_at', 'closed_at').' < ?').' as brief',
                [NoisyCheck::BRIEF_SECONDS],
            )
            ->orderByRaw('count(*) + sum(flips) desc')->orderBy('source')
                ->limit(self::NOISIEST)->get()->map(static fn(\stdClass $row): array => [
                    'source' => $row->source, 'check' => $row->check, 'alerts' => (int) $row->alerts, 'flips' => (int) $row->flips,
                    'signals' => (int) $row->signals, 'items' => (int) $row->items,
                    'latest' => (int) $row->latest, 'unneeded' => (int) $row->unneeded,
                    'need' => (new NoisyCheck(
                        (int) $row->alerts, (int) $row->flips, (int) $row->items, (int) $row->brief, (int) $row->unneeded,
                    ))->need(),
                ])->all());
    }
}
