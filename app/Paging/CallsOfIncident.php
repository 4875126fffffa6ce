<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Staff\Names;
use App\Platform\Team;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;

/** Calls that begin, and end, because of what becomes of an incident. */
final class CallsOfIncident implements HasConsequences
{
    public function __construct(private readonly StartCall $start, private readonly FollowCall $follow, private readonly StopCall $stop) {}

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        if ($turn->kind === TurnKind::Resolved) {
            return $this->ends($incident);
        }
        if ($turn->kind === TurnKind::Merged && $turn->into !== null) {
            $into = $turn->into;

            return new Foreseen(static fn(): array => [], fn() => $this->moveTo($into, $incident, $turn));
        }
        if ($turn->kind === TurnKind::NotMajor) {
            return $this->lowered($incident, $turn);
        }
        $team = $turn->calls;

        return $team === null ? null : new Foreseen(static fn(): array => $turn->kind === TurnKind::Major
            ? ['callsTeam' => self::whatCalling($incident, $team)]
            : [], function () use ($incident, $team, $turn): void {
                ($this->start)($incident->occasion, $team, $turn->by, $turn->why);
            });
    }

    /** Of the calls that began with it as a major incident, those that nobody has answered end; whoever answered goes on. */
    private function lowered(Incident $incident, Turn $turn): Foreseen
    {
        $begun = Call::query()->with('occasion')->for('incident', $incident->id)->whereNull('handed_from')
            ->where(
                'started_at', '>=', $incident->major_at?->startOfSecond(),
            )->where('outcome', '!=', Outcome::Resolved)->orderBy('id')->get();
        $ends = $begun->filter(static fn(Call $call): bool => $call->outcome !== Outcome::Acknowledged);
        $goesOn = $begun->filter(static fn(Call $call): bool => $call->outcome === Outcome::Acknowledged);

        return new Foreseen(static fn(): array => [
            'endsCalls' => array_values($ends->map(static fn(Call $call): string => $call->calls())->all()),
            'keepsCalls' => array_values($goesOn->map(static fn(Call $call): string => Names::person($call->held_by))->all()),
        ], function () use ($ends, $turn): void {
            $by = $turn->by->id === null ? null : Person::query()->find($turn->by->id);
            foreach ($ends as $call) {
                if ($by !== null) {
                    ($this->stop)($call, $turn->why, $by);
                }
            }
        });
    }

    /** Calls that run go on for the other incident; where that calls the same already, one is enough. */
    private function moveTo(Incident $into, Incident $incident, Turn $turn): void
    {
        $by = Person::query()->findOrFail((string) $turn->by->id);
        $running = static fn(Incident $one) => Call::query()->with('occasion')->for('incident', $one->id)
            ->where('outcome', '!=', Outcome::Resolved)->orderBy('id')->get();
        $there = $running($into);
        foreach ($running($incident) as $call) {
            $isThere = $there->contains(static fn(Call $one): bool => $call->handed_from === null && $one->handed_from === null
                && [$one->team_id, $one->person_id] === [$call->team_id, $call->person_id]);
            // Whoever has it keeps it.
            if ($isThere && $call->outcome !== Outcome::Acknowledged) {
                ($this->stop)($call, $turn->why, $by);
            } else {
                $call->update(['occasion_id' => $into->occasion->id]);
            }
        }
    }

    /** @return array{team: string, policy: string|null, already: bool} whom calling a team would reach, and whether it is called anyway */
    private static function whatCalling(Incident $incident, Team $team): array
    {
        return [
            'team' => $team->name, 'policy' => Policies::for($team, $incident->occasion, now()->getTimestamp())?->name,
            'already' => Call::query()->for('incident', $incident->id)->whereNull('handed_from')->where('team_id', $team->id)
                ->whereIn('outcome', [Outcome::Waiting, Outcome::Acknowledged])->exists(),
        ];
    }

    private function ends(Incident $incident): Foreseen
    {
        $calls = Call::query()->with('occasion')
            ->for('incident', $incident->id)->where('outcome', '!=', Outcome::Resolved)->get();

        return new Foreseen(static fn(): array => [
            'calls' => array_values($calls->map(static fn(Call $call): string => $call->calls())->all()),
        ], function () use ($incident, $calls): void {
            foreach ($calls as $call) {
                $this->follow->happens($call, HappeningKind::Resolved);
                Journal::write(
                    Actor::system(), PagingEntry::CallResolved, ['call', $call->id], $call->whom(), ['incident' => $incident->id],
                );
            }
        });
    }
}
