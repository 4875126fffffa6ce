<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;

/** Policies of a team as people keep them. Call it inside a transaction. */
final class KeepPolicies
{
    /**
     * @param  int|null  $id  null: a further one
     * @param  int  $seen  the version that was looked at
     * @param  array<string, mixed>  $fields
     */
    public function save(Team $team, ?int $id, int $seen, array $fields, Person $by): EscalationPolicy
    {
        $policy = $id === null
            ? new EscalationPolicy(['team_id' => $team->id])
            : EscalationPolicy::query()->where('team_id', $team->id)->find($id) ?? throw Refused::because(
                'Somebody deleted this policy meanwhile. What you changed is still here: save it as a new one.',
            );
        if ($policy->exists) {
            $policy->version = Locked::at($seen, $policy, what: 'this policy');
        }
        $wasForTheRest = $policy->exists && $policy->isForTheRest();
        $policy->fill($fields);
        if ($wasForTheRest && ! $policy->isForTheRest()) {
            throw Refused::because(
                'This one is for all cases that no other is for. Without it nobody might be called: leave it so, and add another for these cases.'
            );
        }
        $same = EscalationPolicy::query()->where('team_id', $team->id)->whereKeyNot($policy->id ?? 0)->get()->first(
            static fn(EscalationPolicy $one): bool => [$one->service_id, $one->urgencies, $one->hours] == [
                $policy->service_id, $policy->urgencies, $policy->hours,
            ],
        );
        if ($same !== null) {
            throw Refused::because(
                "\"$same->name\" is for the same cases, so one of them would never be used. Say for what this one is, or change that one.",
            );
        }
        $policy->save();
        Journal::write(
            Actor::person($by), PagingEntry::PolicySaved, ['team', $team->id],
            ['team' => $team->name, 'policy' => $policy->name, 'steps' => count($policy->steps), 'rounds' => $policy->rounds],
        );

        return $policy;
    }

    public function drop(Team $team, EscalationPolicy $policy, Person $by): void
    {
        Locked::again($policy);
        if ($policy->isForTheRest()) {
            throw Refused::because(
                'This one is for all cases that no other is for. Without it nobody might be called: change it, but keep it.'
            );
        }
        $policy->delete();
        Journal::write(
            Actor::person($by), PagingEntry::PolicyDropped, ['team', $team->id], ['team' => $team->name, 'policy' => $policy->name],
        );
    }
}
