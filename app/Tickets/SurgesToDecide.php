<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Contracts\Decisions;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;

/**
 * Surges of reports about which nobody has decided.
 *
 * @phpstan-import-type SurgeLine from FoundSurge
 */
final class SurgesToDecide implements Decisions
{
    private const SAYS = 3;

    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        return ['surges' => self::open(...)];
    }

    /** @return list<SurgeLine> */
    public static function open(): array
    {
        $incidents = Incident::allOpen()->keyBy('id');

        return array_values(FoundSurge::query()->with('service')->where('state', SurgeState::Open)->orderBy('began_at')->get()
            ->map(static fn(FoundSurge $surge): array => self::line($surge, $incidents->all()))->all());
    }

    /**
     * @param  array<int, Incident>  $incidents
     * @return SurgeLine
     */
    private static function line(FoundSurge $surge, array $incidents): array
    {
        $reports = $surge->loose()->get();
        /** @var list<int> $ids */
        $ids = array_values($reports->modelKeys());
        $tickets = Ticket::query()->whereIn('report_id', $reports->modelKeys())->get();
        $guessed = $tickets->filter(static fn(Ticket $one): bool => ($one->guesses[0]['score'] ?? 0) >= Guesses::LIKELY)
            ->groupBy(static fn(Ticket $one): int => $one->guesses[0]['incident'] ?? 0)->sortByDesc(static fn($of): int => $of->count());
        $incident = $incidents[(int) $guessed->keys()->first()] ?? null;

        return [
            'id' => $surge->id, 'service' => $surge->name(), 'service_id' => $surge->service_id, 'began_at' => $surge->began_at,
            'count' => $surge->count, 'usual' => round($surge->usual, 1), 'reports' => $ids,
            'places' => array_values($reports->pluck('site')->filter()->unique()->map(strval(...))->all()),
            'says' => array_values($reports->take(self::SAYS)->map(static fn(Report $one): string => (string) $one->what)->all()),
            'probably' => $incident === null ? null : [
                'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title,
                'tickets' => array_values($guessed->first()?->modelKeys() ?? []),
            ],
        ];
    }
}
