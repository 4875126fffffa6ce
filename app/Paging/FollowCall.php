<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Rota\Rota;
use Carbon\CarbonImmutable;
use Skarvo\Paging\Course;
use Skarvo\Paging\Escalation;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Page as CorePage;
use Skarvo\Paging\Target;
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

    /** @param  CarbonImmutable|null  $until  now, unless something was noted for a later second */
    public function __invoke(Call $call, ?CarbonImmutable $until = null): void
    {
        $now = CarbonImmutable::instance(now())->startOfSecond();
        $until = $now->max($until ?? $now)->max($call->followed_until ?? $now);
        $this->learnRotas($call, $until);
        $course = Escalation::follow($call->toCore(), $until->getTimestamp());
        $this->tellSteps($call, $course);
        $this->recordPages($call, $course);
        if ($course->outcome === Outcome::Exhausted && $call->outcome !== Outcome::Exhausted) {
            Journal::write(Actor::system(), 'call.exhausted', ['call', $call->id], ['team' => $call->calls()], $call->incident_id);
        }
        $was = $call->outcome;
        $instant = static fn(?int $seconds): ?CarbonImmutable => $seconds === null ? null : CarbonImmutable::createFromTimestampUTC($seconds);
        $last = $course->steps === [] ? null : $course->steps[count($course->steps) - 1];
        $call->update([
            'followed_until' => $until,
            'steps_told' => count($course->steps),
            'outcome' => $course->outcome,
            'outcome_at' => $instant($course->at),
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

    /** Whoever handed a call on kept it meanwhile: now somebody else has it, or it goes on as if they had said no. */
    private function settleHanding(Call $call): void
    {
        $first = Call::query()->with('team', 'person')->findOrFail($call->handed_from);
        if ($first->outcome !== Outcome::Acknowledged || $first->held_by === null || ! in_array($call->outcome, [Outcome::Acknowledged, Outcome::Exhausted], true)) {
            return;
        }
        if ($call->outcome === Outcome::Acknowledged) {
            $this->happens($first, HappeningKind::Acknowledged, $call->held_by);
            HoldCalls::begin($first, null);
            $this->happens($call, HappeningKind::Resolved);

            return;
        }
        Journal::write(Actor::system(), 'call.not_handed', ['call', $first->id], ['person' => $call->calls()], $first->incident_id);
        $this->happens($first, HappeningKind::Released, $first->held_by);
        HoldCalls::forget($first);
    }

    /** Notes what a person or a device did, and lets it take effect at once. */
    public function happens(Call $call, HappeningKind $kind, ?string $person = null, ?string $channel = null): void
    {
        $now = CarbonImmutable::instance(now());
        $second = $now->startOfSecond();
        // What was sent in a second cannot be undone by what happens later in it: that is taken in the next one.
        $at = $call->followed_until !== null && $call->followed_until->gte($second) ? $call->followed_until->addSecond() : $second;
        Happening::query()->create(['call_id' => $call->id, 'at' => $at, 'noted_at' => $now, 'kind' => $kind, 'person_id' => $person, 'channel' => $channel]);
        ($this)($call, $at);
    }

    /** What is past stays as it was when it mattered; what is to come is read anew from the rotas. */
    private function learnRotas(Call $call, CarbonImmutable $now): void
    {
        $present = $now->getTimestamp();
        $rotas = [];
        foreach ($call->policy['steps'] as $step) {
            foreach ($step['targets'] as $text) {
                $target = Target::parse($text);
                if ($target === null || ! $target->isRota || isset($rotas[$target->id])) {
                    continue;
                }
                $known = $call->followed_until === null ? [] : $call->rotas[$target->id] ?? [];
                $from = $call->followed_until === null ? $call->started_at->getTimestamp() : $present;
                $past = [];
                foreach ($known as $duty) {
                    if ($duty['from'] < $from) {
                        $past[] = ['from' => $duty['from'], 'to' => min($duty['to'], $from), 'person' => $duty['person']];
                    }
                }
                $fresh = Rota::query()->find($target->id)?->between($from, $present + self::HORIZON_SECONDS)->segments ?? [];
                $rotas[$target->id] = self::joined([...$past, ...array_map(
                    static fn(Segment $s): array => ['from' => $s->from, 'to' => $s->to, 'person' => (string) $s->person],
                    array_values(array_filter($fresh, static fn(Segment $s): bool => $s->person !== null)),
                )]);
            }
        }
        $call->rotas = $rotas;
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

    private function recordPages(Call $call, Course $course): void
    {
        $recorded = Page::query()->where('call_id', $call->id)->where('kind', 'call')->count();
        $fresh = array_slice($course->pages, $recorded);
        if ($fresh === []) {
            return;
        }
        $people = Person::query()->with('contacts')->whereKey(array_map(static fn(CorePage $page): string => $page->person, $fresh))->get()->keyBy('id');
        $rank = $call->incident->priority ?? Outbox::LAST;
        foreach ($fresh as $i => $page) {
            $at = CarbonImmutable::createFromTimestampUTC($page->at);
            $person = $people->get($page->person) ?? throw new \LogicException("$page->person is called, and not known.");
            $address = $person->contacts->firstWhere('channel', $page->channel)->address ?? '';
            $record = Page::issue(['call_id' => $call->id, 'ordinal' => $recorded + $i, 'person_id' => $page->person, 'channel' => $page->channel, 'address' => $address, 'round' => $page->round, 'step' => $page->step], $at);
            Journal::write(Actor::system(), 'page.queued', ['page', $record->id], ['person' => $person->name, 'channel' => $page->channel], $call->incident_id);
            Outbox::put('page', "page-$record->id", ['page' => $record->id, 'channel' => $page->channel, 'together' => "$page->person $page->channel $address"], $at, $rank);
        }
    }

    private function tellSteps(Call $call, Course $course): void
    {
        foreach (array_slice($course->steps, $call->steps_told) as $step) {
            Journal::write(Actor::system(), 'call.step', ['call', $call->id], [
                'step' => $step->step, 'round' => $step->round,
                'people' => array_values(Person::query()->whereKey($step->people)->pluck('name')->all()),
            ], $call->incident_id);
        }
    }
}
