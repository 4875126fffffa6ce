<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\SaysNext;
use App\Incidents\Contracts\SaysSoFar;
use App\Platform\Given;
use App\Platform\WallClock;
use Skarvo\Time\Duration;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/** Catches a latecomer up in one paragraph, from what is stored. */
final class SoFar
{
    /** @return list<string> what comes next, of an incident that is open: in the order in which capabilities stand */
    public static function next(Incident $incident): array
    {
        if (! $incident->isOpen()) {
            return [];
        }
        $update = $incident->occasion->next_update_at;

        return [
            ...array_merge([], ...array_map(static fn(SaysNext $one): array => $one->next($incident), Given::all(SaysNext::class))),
            ...(
                $update === null
                    ? []
                    : [($update->isPast() ? 'The update that was owed at ' : 'The next update, by ').WallClock::time($update)]
            ),
        ];
    }

    public static function of(Incident $incident, Situation $situation): string
    {
        $estate = $situation->estate;
        $impact = $situation->of($incident->id);
        $hit = $situation->services($incident->id);
        $broken = array_values(array_filter($hit, static fn(HitService $s): bool => $s->state->isBroken()));
        $sentences = [];
        if (! $incident->isOpen()) {
            $lasted = Duration::words(max(60, (int) $incident->started_at->diffInSeconds($incident->resolved_at)));
            $sentences[] = "Service was restored after $lasted. $incident->resolution";
        } elseif ($broken === []) {
            $sentences[] = 'No service is down or degraded, as far as the alerts say'
                .($hit === [] ? '.' : '; no spare is left for '.implode(
                    ', ', array_map(static fn(HitService $s): string => $s->name, array_slice($hit, 0, 3)),
                ).(count($hit) > 3 ? ' and '.(count($hit) - 3).' more' : '').'.');
        } else {
            $named = array_map(
                static fn(HitService $s): string => $s->name.($s->state === State::Down ? ': down' : ': degraded'),
                array_slice($broken, 0, 3),
            );
            $more = count($broken) - count($named);
            $sites = $estate->sites($impact);
            $sentences[] = implode(', ', $named).(
                $more > 0 ? ", and $more more".($more === 1 ? ' service is' : ' services are').' affected' : ''
            )
                .($sites === [] ? '' : (count($sites) <= 3 ? '; at '.implode(', ', $sites) : '; at '.count($sites).' sites')).'.';
        }
        $others = Given::all(SaysSoFar::class);
        array_push(
            $sentences,
            ...array_merge([], ...array_map(static fn(SaysSoFar $one): array => $one->work($incident, $situation), $others)),
        );
        $decision = Story::noted($incident)->where('kind', IncidentEntry::IncidentDecision->value)->last();
        if ($decision !== null && is_string($text = $decision->told()['text'] ?? null)) {
            $sentences[] = 'Decided: '.rtrim($text, '.').'.';
        }
        array_push($sentences, ...array_merge([], ...array_map(static fn(SaysSoFar $one): array => $one->told($incident), $others)));

        return implode(' ', array_filter($sentences));
    }
}
