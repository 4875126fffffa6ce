<?php

declare(strict_types=1);

namespace App\Desk\Known;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Finding\Hypothesis;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use Inertia\Inertia;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Incidents\Finding\SeenBefore;

/**
 * Incidents of the past that an incident is like: what it was, what helped, how long it took. Shown without being asked for, once the
 * room stands.
 *
 * @phpstan-type SeenLine array{
 *     id: int, ref: string, title: string, was: string, helped: string, seconds: int, at: CarbonImmutable, words: list<string>,
 * }
 */
final class SeenBeforeInRoom implements RoomPanel
{
    private const SHOWN = 3;

    private const LOOKED_AT = 20;

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['seenBefore' => Inertia::defer(static fn(): array => self::of($incident), 'later')];
    }

    /** @return list<SeenLine> */
    private static function of(Incident $incident): array
    {
        // What was found out about it says more than its title.
        $found = Hypothesis::query()->where('incident_id', $incident->id)->where('state', '!=', HypothesisState::RuledOut)->pluck('text');
        $text = implode(' ', [$incident->title, $incident->service->name ?? '', ...$found->map(strval(...))->all()]);
        $words = array_map(strval(...), array_keys(SeenBefore::words($text)));
        $ids = SearchKnown::some(array_merge(...array_map(SearchKnown::words(...), $words)), Incident::KIND, self::LOOKED_AT);
        $past = Incident::query()->whereKey($ids)->whereKeyNot($incident->id)->whereNotNull('resolved_at')->get()
            ->sortBy(static fn(Incident $one): int => (int) array_search($one->id, $ids, true))->keyBy('id');
        $confirmed = Hypothesis::query()->whereIn('incident_id', $past->keys())->where('state', HypothesisState::Confirmed)->orderBy('id')
            ->get()
            ->groupBy('incident_id');
        $like = SeenBefore::among($text, $incident->service_id, array_values($past->map(static fn(Incident $one): array => [
            'id' => $one->id, 'title' => $one->title, 'service' => $one->service_id,
            'text' => $one->resolution.' '.($confirmed->get($one->id)?->pluck('text')->implode(' ') ?? ''),
        ])->all()));
        $lines = [];
        foreach (array_slice($like, 0, self::SHOWN) as $one) {
            $incident = $past[$one['id']] ?? null;
            if ($incident?->resolved_at !== null) {
                $lines[] = [
                    'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title,
                    'was' => $confirmed->get($incident->id)?->pluck('text')->implode('; ') ?? '',
                    'helped' => (string) $incident->resolution,
                    'seconds' => (int) $incident->started_at->diffInSeconds($incident->resolved_at), 'at' => $incident->started_at,
                    'words' => $one['words'],
                ];
            }
        }

        return $lines;
    }
}
