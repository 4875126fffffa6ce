<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysSoFar;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Paging\Delivery\DeliveryPaths;
use App\Platform\Person;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Paging\Outcome;

/** The calls of an incident: in its room, in a sentence, and in a word. */
final class CallsInRoom implements RoomPanel, SaysSoFar
{
    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['calls' => fn(): array => $this->calls($incident, $situation, $reader)];
    }

    public function work(Incident $incident, Situation $situation): array
    {
        $calls = $incident->isOpen() ? self::of([$incident->id], $situation)->all() : [];

        return array_values(array_filter(array_map(static function (Call $call): string {
            $team = $call->calls();
            $holder = $call->pages->firstWhere('person_id', $call->held_by)?->person?->name;

            return match ($call->outcome) {
                Outcome::Acknowledged => $call->team === null ? "$team was called and is coming." : "$holder of $team has it.",
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
        foreach (self::of($incidents, $situation)->keyBy('occasion.record_id') as $incident => $call) {
            $team = $call->occasion->team->name ?? '';
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
    private static function of(array $incidents, Situation $situation): Collection
    {
        return $situation->remember(
            'calls '.implode(' ', $incidents),
            static fn(): Collection => Call::query()
                ->with(['occasion.team', 'team', 'person', 'caller', 'pages.person'])
                ->for('incident', $incidents)->orderBy('id')->get(),
        );
    }

    /** @return list<array<string, mixed>> */
    private function calls(Incident $incident, Situation $situation, Person $reader): array
    {
        $calls = self::of([$incident->id], $situation);
        $handed = Call::query()->with('person')
            ->whereIn('handed_from', $calls->modelKeys())->where('outcome', Outcome::Waiting)->get()
            ->keyBy('handed_from');
        $names = Person::query()
            ->whereKey($calls->pluck('held_by')->concat($calls->pluck('stopped_by')->all())->filter()->unique()->all())
            ->pluck('name', 'id');
        $policies = EscalationPolicy::query()->whereKey($calls->pluck('policy_id')->filter()->unique()->all())->get()->keyBy('id');

        return array_values($calls->map(static fn(Call $call): array => [
            'id' => $call->id, 'team' => $call->calls(), 'by' => $call->caller?->name, 'reason' => $call->reason,
            'handed' => $call->handed_from !== null,
            'unanswered' => $incident->isOpen() && $call->settled_at === null && $call->handed_from === null && self::hasNobody($call),
            'ended' => $call->outcome === Outcome::Exhausted || $call->refused_at !== null ? Unanswered::words($call) : null,
            'stopped' => $call->stopped_by === null ? null : ['by' => $names[$call->stopped_by] ?? '', 'why' => $call->stopped_why],
            'outcome' => $call->outcome->value, 'step' => $call->step, 'steps' => count($call->policy['steps']),
            'round' => $call->round, 'step_ends_at' => $call->step_ends_at,
            'heldBy' => $call->held_by === null ? null : $names[$call->held_by] ?? null, 'beginsAt' => $call->begins_at,
            'askedAt' => $call->asked_at,
            'policy' => $call->policy_name,
            'policyChanged' => $call->outcome !== Outcome::Resolved && self::policyChanged($call, $policies->get($call->policy_id ?? 0)),
            'handedTo' => $handed->get($call->id)?->person?->name,
            'mine' => $call->pages->where('person_id', $reader->id)->last()?->id, 'iHaveIt' => $call->held_by === $reader->id,
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
            'id' => $page->id, 'person' => $page->person->name ?? '', 'way' => DeliveryPaths::words($page->channel),
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
