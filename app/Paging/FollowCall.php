<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use Carbon\CarbonImmutable;
use Skarvo\Paging\CallCourse;
use Skarvo\Paging\Escalation;
use Skarvo\Paging\Handed;
use Skarvo\Paging\HandOn;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\StepTarget;
use Skarvo\Rota\Segment;

/**
 * Brings a call up to the present: computes its course from its start and records what is new, pages first of all.
 *
 * The course is a function of what is stored, so doing this twice, or again after a crash, adds nothing.
 * Call it inside a transaction.
 */
final class FollowCall
{
    private const HORIZON_SECONDS = 48 * 3600;

    /**
     * @param  CarbonImmutable|null  $until  now, unless something was noted for a later second
     * @param  CallBatch|null  $batch  that of the transaction, whose owner writes it down; null: this call alone
     */
    public function __invoke(Call $call, ?CarbonImmutable $until = null, ?CallBatch $batch = null): void
    {
        $now = CarbonImmutable::instance(now())->startOfSecond()->addSeconds($call->shift_seconds);
        // Thousands may be followed in one second, and each look at a time or a list of a record reads it anew.
        $followed = $call->followed_until;
        $until = $now->max($until ?? $now)->max($followed ?? $now);
        $notes = $batch ?? new CallBatch;
        $this->learnRotas($call, $followed, $until, $notes);
        $course = Escalation::follow($call->toCore(), $until->getTimestamp());
        $this->tell($call, $course, $notes);
        if ($batch === null) {
            $notes->write();
        }
        $was = $call->outcome;
        $shift = $call->shift_seconds;
        $instant = static fn(?int $seconds): ?string => $seconds === null ? null : Moment::text($seconds - $shift);
        $last = $course->steps === [] ? null : $course->steps[count($course->steps) - 1];
        // With what was learned for it.
        $notes->keep($call, [
            ...array_intersect_key($call->getAttributes(), ['contacts' => true, 'rotas' => true]),
            'followed_until' => Moment::precise($until),
            'steps_told' => count($course->steps),
            'pages_told' => count($course->pages),
            'outcome' => $course->outcome->value,
            'outcome_at' => $instant($course->at),
            'refused_at' => $course->nobodyLeft ? Moment::precise($call->refused_at ?? $now->subSeconds($call->shift_seconds)) : null,
            'held_by' => $course->by,
            'next_due_at' => $instant($course->nextDue),
            'step_ends_at' => $instant($course->stepEndsAt),
            'round' => $last->round ?? 1,
            'step' => $last->step ?? 1,
        ]);
        if ($call->handed_from !== null && $call->outcome !== $was) {
            $this->settleHanding($call);
        }
    }

    private function settleHanding(Call $call): void
    {
        $first = Call::query()->with('team', 'person')->findOrFail($call->handed_from);
        $isKept = $first->outcome === Outcome::Acknowledged && $first->held_by !== null && $first->held_by === $call->called_by;
        $becomes = HandOn::settles($call->outcome, $first->outcome, $isKept);
        if ($becomes === Handed::Taken) {
            $this->happens($first, HappeningKind::Acknowledged, $call->held_by);
            HoldCalls::begin($first, null);
            $this->happens($call, HappeningKind::Resolved);
        } elseif ($becomes === Handed::GivenBack) {
            Journal::write(
                Actor::system(), PagingEntry::CallNotHanded, ['call', $first->id], ['person' => $call->person_id],
                $first->occasion->record(),
            );
            $this->happens($first, HappeningKind::Released, $first->held_by);
            HoldCalls::forget($first);
        }
    }

    /** Notes what a person or a device did, and lets it take effect at once. */
    public function happens(Call $call, HappeningKind $kind, ?string $person = null, ?string $channel = null): void
    {
        $now = CarbonImmutable::instance(now());
        $second = $now->startOfSecond()->addSeconds($call->shift_seconds);
        // What was sent in a second cannot be undone by what happens later in it: that is taken in the next one.
        $at = $call->followed_until !== null && $call->followed_until->gte($second) ? $call->followed_until->addSecond() : $second;
        Happening::query()->create([
            'call_id' => $call->id, 'at' => $at, 'noted_at' => $now, 'kind' => $kind, 'person_id' => $person,
            'channel' => $channel,
        ]);
        $call->unsetRelation('happenings');
        ($this)($call, $at);
    }

    /** Somebody says no, or is here no more; whoever else has it is still held to it. */
    public function declines(Call $call, string $person): void
    {
        $isHeld = $call->held_by === $person;
        $this->happens($call, HappeningKind::Declined, $person);
        if ($isHeld) {
            HoldCalls::forget($call);
        }
    }

    /** What is past stays as it was when it mattered; what is to come is read anew from the rotas. */
    private function learnRotas(Call $call, ?CarbonImmutable $followed, CarbonImmutable $now, CallBatch $batch): void
    {
        $present = $now->getTimestamp();
        $rotas = [];
        $named = [];
        foreach ($call->policy['steps'] as $step) {
            foreach ($step['targets'] as $text) {
                $target = StepTarget::parse($text);
                if ($target === null || ! $target->isRota || isset($rotas[$target->id])) {
                    $named[] = $target === null || $target->isRota ? '' : $target->id;

                    continue;
                }
                $known = $followed === null ? [] : $call->rotas[$target->id] ?? [];
                $from = $followed === null ? $call->started_at->getTimestamp() : $present;
                $past = [];
                foreach ($known as $duty) {
                    if ($duty['from'] < $from) {
                        $past[] = ['from' => $duty['from'], 'to' => min($duty['to'], $from), 'person' => $duty['person']];
                    }
                }
                $shift = $call->shift_seconds;
                $fresh = array_map(
                    static fn(Segment $s): Segment => $shift === 0 ? $s : $s->cut($s->from + $shift, $s->to + $shift),
                    $batch->segments($target->id, $from - $shift, $present - $shift + self::HORIZON_SECONDS),
                );
                $rotas[$target->id] = self::joined([...$past, ...array_map(
                    static fn(Segment $s): array => ['from' => $s->from, 'to' => $s->to, 'person' => (string) $s->person],
                    array_values(array_filter($fresh, static fn(Segment $s): bool => $s->person !== null)),
                )]);
            }
        }
        $call->rotas = $rotas;
        $this->learnContacts($call, $batch, [...$named, ...array_column(array_merge(...array_values($rotas)), 'person')]);
    }

    /**
     * How somebody is reached stays as it was when they were first named.
     *
     * @param  list<string>  $named
     */
    private function learnContacts(Call $call, CallBatch $batch, array $named): void
    {
        $contacts = $call->contacts;
        $unknown = array_values(array_filter(
            array_unique($named), static fn(string $id): bool => $id !== '' && ! isset($contacts[$id]),
        ));
        if ($unknown !== []) {
            foreach ($batch->people($unknown) as $person) {
                $contacts[$person->id] = $person->left_at === null
                    ? ReachPeople::of($person, $call->occasion->urgency->value, $call->started_at->getTimestamp())
                    : [];
            }
            $call->contacts = $contacts;
        }
    }

    /**
     * @param  list<array{from: int, to: int, person: string}>  $duties
     * @return list<array{from: int, to: int, person: string}>
     */
    private static function joined(array $duties): array
    {
        $result = [];
        foreach ($duties as $duty) {
            $last = end($result);
            if ($last !== false && $last['to'] === $duty['from'] && $last['person'] === $duty['person']) {
                array_pop($result);
                $duty['from'] = $last['from'];
            }
            $result[] = $duty;
        }

        return $result;
    }

    /** Notes what is new of the course: steps, pages, that nobody answered. */
    private function tell(Call $call, CallCourse $course, CallBatch $batch): void
    {
        foreach (array_slice($course->steps, $call->steps_told) as $step) {
            $batch->tell(
                PagingEntry::CallStep, $call,
                [
                    'step' => $step->step, 'round' => $step->round,
                    'people' => $step->people,
                ],
            );
        }
        foreach (array_slice($course->pages, $call->pages_told) as $i => $page) {
            $batch->page($call, $call->pages_told + $i, $page, $page->at - $call->shift_seconds);
        }
        if ($course->outcome === Outcome::Exhausted && $call->outcome !== Outcome::Exhausted) {
            $batch->tell(PagingEntry::CallExhausted, $call, Unanswered::facts($call));
        } elseif ($course->nobodyLeft && $call->refused_at === null) {
            $batch->tell(PagingEntry::CallRefused, $call, Unanswered::facts($call));
        }
    }
}
