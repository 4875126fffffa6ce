<?php

declare(strict_types=1);

namespace App\Incidents\Ending;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Platform\Person;
use App\Signals\Alert;
use Carbon\CarbonImmutable;
use Carbon\CarbonInterface;
use Skarvo\Incidents\Ending\TimesTaken;

/** How long it took to notice an incident, to take it on and to restore service: when it is to end, and once it has. */
final class TimesOf implements HasConsequences, RoomPanel
{
    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['times' => static fn(): array => $incident->isOpen() ? [] : self::incident($incident, $incident->resolved_at)->told()];
    }

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        return $turn->kind !== TurnKind::Resolved ? null : new Foreseen(
            static fn(): array => ['times' => self::incident($incident, CarbonImmutable::now())->told()], static function (): void {},
        );
    }

    private static function incident(Incident $incident, ?CarbonInterface $restored): TimesTaken
    {
        // It was known by the first that told of it, whether a monitor or a person; nobody declares what nobody knows.
        $known = array_filter([
            Alert::query()->where('incident_id', $incident->id)->min('opened_at'), Report::query()->about($incident->id)->min('told_at'),
        ], is_string(...));
        $began = $incident->started_at->getTimestamp();
        $since = static fn(?CarbonInterface $at): ?int => $at === null ? null : max($began, $at->getTimestamp());
        $detected = min([
            $incident->declared_at->getTimestamp(),
            ...array_map(static fn(string $at): int => CarbonImmutable::parse($at, 'UTC')->getTimestamp(), $known),
        ]);

        return TimesTaken::of($began, max($began, $detected), $since($incident->occasion->answered_at), $since($restored));
    }
}
