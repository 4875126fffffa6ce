<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
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
        // Hundreds of them, on every look at the desk: no more is read than is told.
        $reports = $surge->loose()->leftJoin('tickets', 'tickets.report_id', '=', 'reports.id')->toBase()
            ->get(['reports.id', 'site', 'what', 'guesses', 'tickets.id as ticket']);
        $guessed = [];
        foreach ($reports as $one) {
            $guess = json_decode((string) $one->guesses, true)[0] ?? null;
            if (is_array($guess) && ($guess['score'] ?? 0) >= Guesses::LIKELY) {
                $guessed[(int) $guess['incident']][] = (int) $one->ticket;
            }
        }
        uasort($guessed, static fn(array $a, array $b): int => count($b) <=> count($a));
        $incident = $incidents[(int) array_key_first($guessed)] ?? null;

        return [
            'id' => $surge->id, 'service' => $surge->name(), 'service_id' => $surge->service_id, 'began_at' => $surge->began_at,
            'count' => $surge->count, 'usual' => round($surge->usual, 1),
            'reports' => array_values($reports->pluck('id')->map(intval(...))->all()),
            'places' => array_values($reports->pluck('site')->filter()->unique()->map(strval(...))->all()),
            'says' => array_values($reports->take(self::SAYS)->map(static fn(\stdClass $one): string => (string) $one->what)->all()),
            'probably' => $incident === null ? null : [
                'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title,
                'tickets' => array_values($guessed)[0] ?? [],
            ],
        ];
    }
}
