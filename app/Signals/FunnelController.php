<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Moment;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Signals\Load;

/** From signals to pages: how much came, how little of it asked for somebody, and what made most of it. */
final class FunnelController
{
    private const DEFAULT_SECONDS = 86400;

    private const NOISIEST = 10;

    /** What is over sooner than this was hardly worth a look. */
    private const BRIEF_SECONDS = 300;

    public function __invoke(Request $request): Response
    {
        $to = $request->date('to')?->getTimestamp() ?? Moment::now();
        $from = min($request->date('from')?->getTimestamp() ?? $to - self::DEFAULT_SECONDS, $to - Load::WINDOW_SECONDS);
        $fromText = Moment::text($from);
        $toText = Moment::text($to);
        $opened = DB::table('alerts')->whereNull('withdrawn_at')->whereBetween('opened_at', [$fromText, $toText]);
        $asking = (clone $opened)->where('handling', '!=', 'record')->orderBy('opened_at')->pluck('opened_at')->map(Moment::seconds(...))->all();
        $responders = max(1, DB::table('pages')->whereBetween('at', [$fromText, $toText])->distinct()->count('person_id'));
        $load = Load::of(array_values($asking), $from, $to);

        return Inertia::render('Signals/Funnel', [
            'from' => $from * 1000, 'to' => $to * 1000,
            'funnel' => [
                'signals' => (int) DB::table('source_minutes')->whereBetween('minute', [intdiv($from, 60) * 60, $to])->sum('accepted'),
                'repeats' => (int) DB::table('source_minutes')->whereBetween('minute', [intdiv($from, 60) * 60, $to])->sum('repeated'),
                'alerts' => (clone $opened)->count(),
                'groups' => (clone $opened)->distinct()->count('group_id'),
                'incidents' => DB::table('incidents')->whereBetween('declared_at', [$fromText, $toText])->count(),
                'pages' => DB::table('pages')->whereBetween('at', [$fromText, $toText])->count(),
            ],
            'load' => [...$load->toArray(), 'responders' => $responders],
            'noisiest' => self::noisiest($fromText, $toText, $from, $to),
        ]);
    }

    /** @return list<array<string, mixed>> checks that opened or flipped most, with an alert from which fewer can be asked for */
    private static function noisiest(string $fromText, string $toText, int $from, int $to): array
    {
        return array_values(DB::table('alerts')->whereNull('withdrawn_at')->whereBetween('opened_at', [$fromText, $toText])->groupBy('source', 'check')
            ->selectRaw('source, "check", count(*) as alerts, sum(flips) as flips, sum("count") as signals, count(distinct item_named) as items, max(id) as latest, sum(closed_at is not null and taken_at is null and incident_id is null) as unneeded, sum(closed_at is not null and (julianday(closed_at) - julianday(opened_at)) * 86400 < ?) as brief', [self::BRIEF_SECONDS])
            ->orderByRaw('count(*) + sum(flips) desc')->orderBy('source')->limit(self::NOISIEST)->get()->map(static fn(\stdClass $row): array => [
                'source' => $row->source, 'check' => $row->check, 'alerts' => (int) $row->alerts, 'flips' => (int) $row->flips, 'signals' => (int) $row->signals, 'items' => (int) $row->items,
                'latest' => (int) $row->latest, 'unneeded' => (int) $row->unneeded, 'need' => self::need($row, $to - $from),
            ])->all());
    }

    /** What a check would need, said from its numbers; "fewer of these" tries it. */
    private static function need(\stdClass $row, int $span): string
    {
        return match (true) {
            (int) $row->flips > (int) $row->alerts => 'It goes on and off: a longer settle would keep it one alert.',
            (int) $row->items > 3 && (int) $row->alerts >= 2 * (int) $row->items => 'It comes again and again, from many items: a hold, or one key for all of them.',
            (int) $row->items > 3 => 'It comes from many items at once: one key for all of them.',
            (int) $row->alerts > 2 && (int) $row->brief * 2 >= (int) $row->alerts => 'It is over within minutes by itself: a hold would keep most of it back.',
            (int) $row->unneeded === (int) $row->alerts && (int) $row->alerts > 2 => 'Nobody ever took it: record it only, or find who it is for.',
            default => $span > 0 && (int) $row->alerts > 2 ? 'It is repaired again and again: look for the cause.' : 'Nothing stands out.',
        };
    }
}
