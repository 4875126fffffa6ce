<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Occasion;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Team;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Policy;

/** Calls a team for an occasion, by the policy that it has for such a case now, or one person. Call it inside a transaction. */
final class StartCall
{
    public function __construct(private readonly FollowCall $follow) {}

    /** @return Call|null null if the team has no policy; a team that is being called already, or has it, keeps its call */
    public function __invoke(Occasion $occasion, Team $team, Actor $actor, string $why = ''): ?Call
    {
        $present = self::running($occasion, ['team_id' => $team->id]);
        $policy = $present === null ? Policies::for($team, $occasion, now()->getTimestamp()) : null;
        if ($present !== null || $policy === null) {
            return $present;
        }

        return $this->start($occasion, $actor, $why, [
            'team_id' => $team->id, 'policy_id' => $policy->id, 'policy_name' => $policy->name,
            'policy' => ['rounds' => $policy->rounds, 'steps' => $policy->steps],
            'patience_seconds' => $policy->patience_seconds, 'answer_seconds' => $policy->answer_seconds,
        ]);
    }

    /** One whom somebody names. */
    public function person(Occasion $occasion, Person $person, Actor $actor, string $why = ''): Call
    {
        $contacts = ReachPeople::of($person, $occasion->urgency->value, now()->getTimestamp());

        return self::running($occasion, ['person_id' => $person->id]) ?? $this->start($occasion, $actor, $why, [
            'person_id' => $person->id, 'policy' => Policy::person($person->id, max([0, ...array_column($contacts, 'after')]))->toArray(),
        ]);
    }

    /** One to whom a call is handed, which whoever hands it keeps until they say yes. */
    public function handed(Call $call, Person $to, Actor $actor): Call
    {
        return $this->start($call->occasion, $actor, $call->reason, [
            'person_id' => $to->id, 'handed_from' => $call->id, 'policy' => Policy::handed($to->id)->toArray(),
        ]);
    }

    /** @param  array<string, string>  $whom */
    private static function running(Occasion $occasion, array $whom): ?Call
    {
        return Call::query()->where('occasion_id', $occasion->id)
            ->whereNull('handed_from')->where($whom)->whereIn('outcome', [Outcome::Waiting, Outcome::Acknowledged])
            ->first();
    }

    /** @param  array<string, mixed>  $fields */
    private function start(Occasion $occasion, Actor $actor, string $why, array $fields): Call
    {
        $now = now()->startOfSecond();
        $call = Call::query()->create([
            'occasion_id' => $occasion->id,
            'contacts' => [],
            'rotas' => [],
            'started_at' => $now,
            'outcome' => Outcome::Waiting,
            'called_by' => $actor->kind === 'person' ? $actor->id : null,
            'reason' => $why,
            ...$fields,
        ]);
        Journal::write(
            $actor, PagingEntry::CallStarted, ['call', $call->id], [...$call->whom(), 'title' => $occasion->title, 'why' => $why],
            $occasion->record(),
        );
        ($this->follow)($call->refresh());

        return $call;
    }
}
