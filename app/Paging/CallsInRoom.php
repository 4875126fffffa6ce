<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysSoFar;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Paging\Delivery\DeliveryPaths;
use App\Platform\Look;
use App\Platform\Person;
use App\Platform\Staff\Names;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Paging\Outcome;

/** The calls of an incident: in its room, in a sentence, and in a word. */
final class CallsInRoom implements RoomPanel, SaysSoFar
{
    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['calls' => fn(): array => $this->calls($incident, $reader)];
    }

    public function work(Incident $incident, Situation $situation): array
    {
        $calls = $incident->isOpen() ? self::of([$incident->id])->all() : [];

        return array_values(array_filter(array_map(static function (Call $call): string {
            $team = $call->calls();
            $holder = Names::person($call->held_by);

            return match ($call->outcome) {
                Outcome::Acknowledged => $call->team_id === null ? "$team was called and is coming." : "$holder of $team has it.",
                Outcome::Waiting => $call->refused_at !== null
                    ? Unanswered::words($call).'.'
                    : "$team is being called, step $call->step; nobody has it yet.",
                Outcome::Exhausted => Unanswered::words($call).'.',
                Outcome::Resolved => '',
            };
        }, $calls)));
    }

    public function told(Incident $incident): array
    {
        return [];
    }

    public function stands(array $incidents, Situation $situation): array
    {
        $stands = [];
        foreach (self::of($incidents)->keyBy('occasion.record_id') as $incident => $call) {
            $team = Names::team($call->occasion->team_id);
            $words = match ($call->outcome) {
                Outcome::Acknowledged => "$team answered",
                Outcome::Waiting => "$team is being called",
                Outcome::Exhausted => Unanswered::words($call),
                Outcome::Resolved => '',
            };
            if ($words !== '') {
                $stands[(int) $incident] = $words;
            }
        }

        return $stands;
    }

    /**
     * @param  list<int>  $incidents
     * @return Collection<int, Call> read once a request
     */
    private static function of(array $incidents): Collection
    {
        return Look::once(
            'calls '.implode(' ', $incidents),
            static function () use ($incidents): Collection {
                $calls = Call::query()->for('incident', $incidents)->orderBy('id')->get();
                // The pages of those that run are at hand, too.
                $running = CallClocks::running()->keyBy('id');
                $calls->each(
                    static fn(Call $call): mixed => ($known = $running->get($call->id)) === null
                        ? null
                        : $call->setRelation('pages', $known->pages)
                );
                $calls->loadMissing('pages');
                // Those of open incidents are at hand.
                $known = $calls->isEmpty() ? [] : Look::once(
                    'occasions of open incidents', static fn(): array => Incident::allOpen()->pluck('occasion')->keyBy('id')->all(),
                );
                foreach ($calls as $call) {
                    if (isset($known[$call->occasion_id])) {
                        $call->setRelation('occasion', $known[$call->occasion_id]);
                    }
                }

                return $calls->loadMissing('occasion');
            },
        );
    }

    /** @return list<array<string, mixed>> */
    private function calls(Incident $incident, Person $reader): array
    {
        $calls = self::of([$incident->id]);
        // Whom a call is handed to is called about the same incident.
        $handed = $calls->whereNotNull('handed_from')->where('outcome', Outcome::Waiting)->pluck('person_id', 'handed_from');
        $policies = EscalationPolicy::query()->whereKey($calls->pluck('policy_id')->filter()->unique()->all())->get()->keyBy('id');

        return array_values($calls->map(static fn(Call $call): array => [
            'id' => $call->id, 'team' => $call->calls(),
            'by' => $call->called_by === null ? null : Names::person($call->called_by), 'reason' => $call->reason,
            'handed' => $call->handed_from !== null,
            'unanswered' => $incident->isOpen() && $call->settled_at === null && $call->handed_from === null && self::hasNobody($call),
            'ended' => $call->outcome === Outcome::Exhausted || $call->refused_at !== null ? Unanswered::words($call) : null,
            'stopped' => $call->stopped_by === null ? null : ['by' => Names::person($call->stopped_by), 'why' => $call->stopped_why],
            'outcome' => $call->outcome->value, 'step' => $call->step, 'steps' => count($call->policy['steps']),
            'round' => $call->round, 'step_ends_at' => $call->step_ends_at,
            'heldBy' => $call->held_by === null ? null : Names::person($call->held_by), 'beginsAt' => $call->begins_at,
            'askedAt' => $call->asked_at,
            'policy' => $call->policy_name,
            'policyChanged' => $call->outcome !== Outcome::Resolved && self::policyChanged($call, $policies->get($call->policy_id ?? 0)),
            'handedTo' => $handed->has($call->id) ? Names::person($handed[$call->id]) : null,
            // Whoever took what was handed to them has the call that it came from.
            'mine' => $calls
                ->filter(static fn(Call $one): bool => $one->id === $call->id
                    || ($one->handed_from === $call->id && $one->outcome === Outcome::Resolved))
                ->flatMap(static fn(Call $one): Collection => $one->pages)->where('person_id', $reader->id)->last()?->id,
            'iHaveIt' => $call->held_by === $reader->id,
            'pages' => $call->pages->map(self::page(...)),
        ])->all());
    }

    private static function hasNobody(Call $call): bool
    {
        return $call->outcome === Outcome::Exhausted || ($call->outcome === Outcome::Waiting && $call->refused_at !== null);
    }

    /** @return array<string, mixed> */
    private static function page(Page $page): array
    {
        return [
            'id' => $page->id, 'person' => Names::person($page->person_id), 'way' => DeliveryPaths::words($page->channel),
            'at' => $page->at, 'step' => $page->step, 'round' => $page->round,
            'kind' => $page->kind, 'sent_at' => $page->sent_at, 'delivered_at' => $page->delivered_at,
            'failed_at' => $page->failed_at, 'error' => $page->error,
            'answered_how' => $page->answered_how, 'opened_at' => $page->opened_at, 'answer' => $page->answer,
            'answer_why' => $page->answer_why, 'answered_at' => $page->answered_at,
        ];
    }

    /** Whether the policy was edited since the call began: it goes on by the one that it began with. */
    private static function policyChanged(Call $call, ?EscalationPolicy $policy): bool
    {
        return $call->policy_id !== null && ($policy === null || ['rounds' => $policy->rounds, 'steps' => $policy->steps] != $call->policy);
    }
}
