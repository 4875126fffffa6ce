<?php

declare(strict_types=1);

namespace App\Updates\Checking;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Platform\Moment;
use App\Platform\Staff\Names;
use App\Topology\Item;
use App\Updates\Update;
use App\Updates\Versions\GlossaryWords;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Check\RecordFacts;

/** What the record says of an incident, for whoever writes about it to outsiders. */
final class RecordOf
{
    /** Of so many reports the words are looked for. */
    private const REPORTS = 500;

    /** Of words that are about no incident: what outsiders know by name, and what is known inside only. */
    public static function nothing(Situation $situation): RecordFacts
    {
        [$services, $places, $inside] = self::names($situation);

        return new RecordFacts(
            Stage::Looking, $services, [], $places, Moment::now(), Moment::now(), null, null,
            new \DateTimeZone(config()->string('skarvo.time_zone')),
            [...$inside, ...array_values(Names::teams())], array_values(array_map(strval(...), Names::people())), [], OutsideWords::all(),
        );
    }

    /** @return array{array<array-key, State>, list<string>, list<string>} services by public name, places, and names from inside */
    private static function names(Situation $situation): array
    {
        $services = $places = $inside = [];
        foreach (Item::query()->orderBy('name')->toBase()->get(['id', 'name', 'kind', 'site', 'public_name']) as $item) {
            $public = is_string($item->public_name) && $item->public_name !== '' ? $item->public_name : null;
            if ($public === null) {
                array_push($inside, (string) $item->name, (string) $item->id);
            } elseif ($item->kind === Item::SERVICE) {
                $state = $situation->standing->state((string) $item->id);
                $known = $services[$public] ?? State::Up;
                $services[$public] = $state->rank() > $known->rank() ? $state : $known;
            }
            if (is_string($item->site) && $item->site !== '') {
                $places[$item->site] = $item->site;
            }
        }

        return [$services, array_values($places), $inside];
    }

    /** @param  int|null  $next  when the next update is promised, in seconds since the epoch */
    public static function incident(Incident $incident, Situation $situation, Stage $stage, ?int $next): RecordFacts
    {
        [$services, $places, $inside] = self::names($situation);
        $own = $incident->service?->public_name;
        if ($own !== null && ! ($services[$own] ?? State::Up)->isBroken()) {
            // Whoever declared it knows more of it than the monitors do.
            unset($services[$own]);
        }

        return new RecordFacts(
            $stage, $services, $situation->sites($incident->id), $places, Moment::now(), $incident->started_at->getTimestamp(),
            $incident->estimate_at?->getTimestamp(), $next, new \DateTimeZone(config()->string('skarvo.time_zone')),
            [...$inside, ...array_values(Names::teams())], array_values(array_map(strval(...), Names::people())),
            array_values(Report::query()->about($incident->id)->latest('reports.id')->limit(self::REPORTS)->pluck('what')
                ->map(static fn(mixed $one): string => is_string($one) ? $one : '')->all()),
            OutsideWords::all(), Update::ofIncident($incident->id)->first()?->published_at->getTimestamp(),
            GlossaryWords::aliases(array_map(strval(...), array_keys($services))),
        );
    }
}
