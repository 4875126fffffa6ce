<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Incidents\Under\Children;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use Inertia\Inertia;

/**
 * Tickets that probably belong to an incident, or to what is part of it, each with its reasons: linked many at once from the room.
 *
 * @phpstan-type ProbableLine array{
 *     id: int, ref: string, what: string, place: string|null, opened_at: CarbonImmutable, incident: int, of: string|null,
 *     because: list<string>,
 * }
 */
final class ProbablyHere implements RoomPanel
{
    private const SHOWN = 50;

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['probably' => Inertia::defer(static fn(): array => $incident->isOpen() ? self::lines($incident, $reader) : [], 'later')];
    }

    /** @return list<ProbableLine> the likeliest first; of: the part of the incident to which it belongs, if not to itself */
    private static function lines(Incident $incident, Person $reader): array
    {
        $here = [$incident->id, ...Children::of($incident->id)];
        $lines = [];
        foreach (
            Ticket::query()->with('report')->open()->readableBy($reader)->withIncident(false)->whereNotNull('guesses')->orderBy('id')
                ->get() as $ticket
        ) {
            // It is asked of the likeliest only: what rather belongs elsewhere is shown there.
            $best = ($ticket->guesses ?? [])[0] ?? null;
            if ($best === null || $ticket->report === null || ! in_array($best['incident'], $here, true)) {
                continue;
            }
            $lines[] = [$best['score'], [
                'id' => $ticket->id, 'ref' => $ticket->ref(), 'what' => $ticket->report->what, 'place' => $ticket->report->site,
                'opened_at' => $ticket->opened_at, 'incident' => $best['incident'],
                'of' => $best['incident'] === $incident->id ? null : Incident::query()->findOrFail($best['incident'])->ref(),
                'because' => array_values($best['because']),
            ]];
        }
        usort($lines, static fn(array $a, array $b): int => [$b[0], $a[1]['id']] <=> [$a[0], $b[1]['id']]);

        return array_slice(array_column($lines, 1), 0, self::SHOWN);
    }
}
