<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Incident;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Team;
use Skarvo\Paging\Outcome;

/** Calls a team for an incident, by the team's policy as it is now. Call it inside a transaction. */
final class StartCall
{
    public function __construct(private readonly FollowCall $follow) {}

    /** @return Call|null null if the team has no policy; a team that is being called already keeps its call */
    public function __invoke(Incident $incident, Team $team, Actor $actor): ?Call
    {
        $present = Call::query()->where('incident_id', $incident->id)->where('team_id', $team->id)->first();
        $policy = EscalationPolicy::query()->where('team_id', $team->id)->first();
        if ($present !== null || $policy === null) {
            return $present;
        }
        $now = now()->startOfSecond();
        $call = Call::query()->create([
            'incident_id' => $incident->id,
            'team_id' => $team->id,
            'policy' => ['rounds' => $policy->rounds, 'steps' => $policy->steps],
            'contacts' => Person::query()->with('contacts')->get()->mapWithKeys(static fn(Person $person): array => [
                $person->id => $person->contacts->map(static fn(Contact $c): array => ['channel' => $c->channel, 'after' => $c->after_seconds])->all(),
            ])->all(),
            'rotas' => [],
            'started_at' => $now,
            'outcome' => Outcome::Waiting,
        ]);
        Journal::write($actor, 'call.started', ['call', $call->id], ['team' => $team->name, 'title' => $incident->title], $incident->id);
        ($this->follow)($call->refresh());

        return $call;
    }
}
