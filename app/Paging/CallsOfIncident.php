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
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;

/** Calls that begin, and end, because of what becomes of an incident. */
final class CallsOfIncident implements HasConsequences
{
    public function __construct(private readonly StartCall $start, private readonly FollowCall $follow) {}

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        if ($turn->kind === TurnKind::Resolved) {
            return $this->ends($incident);
        }
        $team = $turn->calls;

        return $team === null ? null : new Foreseen(static fn(): array => [], function () use ($incident, $team, $turn): void {
            ($this->start)($incident->occasion, $team, $turn->by, $turn->why);
        });
    }

    private function ends(Incident $incident): Foreseen
    {
        $calls = Call::query()->with('occasion')
            ->for('incident', $incident->id)->where('outcome', '!=', Outcome::Resolved)->get();

        return new Foreseen(static fn(): array => ['calls' => array_values($calls->map(static fn(Call $call): string => $call->calls())->all())], function () use ($incident, $calls): void {
            foreach ($calls as $call) {
                $this->follow->happens($call, HappeningKind::Resolved);
                Journal::write(
                    Actor::system(), PagingEntry::CallResolved, ['call', $call->id], $call->whom(), ['incident' => $incident->id],
                );
            }
        });
    }
}
