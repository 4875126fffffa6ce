<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/**
 * Goes through a call from its start: who is paged when, and how it stands.
 *
 * The whole course follows from the call's start, its policy and what has happened. So a process that was stopped
 * computes it anew, compares it with the pages that it has recorded, and sends only what is missing.
 */
final class Escalation
{
    /** @var list<Page> */
    private array $pages = [];

    /** @var list<StepStart> */
    private array $steps = [];

    /** @var list<Run> */
    private array $runs = [];

    /** @var array<array-key, Run> the latest run, by person */
    private array $latest = [];

    private int $rounds;

    private int $round = 0;

    /** Index of the present step; null in a gap, where every step of the round names nobody. */
    private ?int $step = null;

    /** @var list<string> of the present step, named and not passed over */
    private array $people = [];

    /** @var list<string> whom the present step's targets named, passed over or not */
    private array $named = [];

    /** When the present step's wait, or the gap, is over. */
    private int $waitEnds = 0;

    /** @var array<array-key, true> */
    private array $declinedInRound = [];

    /** @var array<array-key, true> */
    private array $declinedInStep = [];

    private ?string $holder = null;

    private int $heldSince = 0;

    private ?int $exhaustedAt = null;

    private ?int $resolvedAt = null;

    private ?int $nextDue = null;

    /** @var list<int> when segments of rotas begin, in order */
    private array $beginnings = [];

    private function __construct(private readonly Call $call)
    {
        $this->rounds = $call->policy->rounds;
        $beginnings = [];
        foreach ($call->rotas as $duties) {
            foreach ($duties as $duty) {
                $beginnings[$duty->from] = true;
            }
        }
        ksort($beginnings);
        $this->beginnings = array_keys($beginnings);
    }

    /** @param  int  $until  seconds since the epoch; what falls exactly on it still happens */
    public static function follow(Call $call, int $until): Course
    {
        $escalation = new self($call);
        $escalation->run($until);

        return $escalation->course();
    }

    private function run(int $until): void
    {
        $happenings = $this->call->happenings;
        $taken = 0;
        $begun = 0;
        $count = count($this->beginnings);
        while ($begun < $count && $this->beginnings[$begun] < $this->call->startedAt) {
            $begun++;
        }
        $now = $this->call->startedAt;
        $this->startRound($now);
        while ($now <= $until) {
            for (; $taken < count($happenings) && $happenings[$taken]->at <= $now && $this->resolvedAt === null; $taken++) {
                $this->take($happenings[$taken], $now);
            }
            if ($this->resolvedAt !== null) {
                return;
            }
            $begins = false;
            for (; $begun < $count && $this->beginnings[$begun] <= $now; $begun++) {
                $begins = true;
            }
            if ($this->holder === null) {
                $this->sendDue($now);
                if ($begins) {
                    $this->lookAround($now);
                }
                if ($this->exhaustedAt === null && $this->waitEnds <= $now) {
                    $this->endWait($now);
                }
                $this->sendDue($now);
            }
            $next = $this->nextTimer($now);
            if ($this->holder === null && $this->exhaustedAt === null && $begun < $count) {
                $next = min($next ?? PHP_INT_MAX, $this->beginnings[$begun]);
            }
            $this->nextDue = $next;
            if ($taken < count($happenings)) {
                $next = min($next ?? PHP_INT_MAX, $happenings[$taken]->at);
            }
            if ($next === null) {
                return;
            }
            $now = $next;
        }
    }

    private function take(Happening $happening, int $now): void
    {
        match ($happening->kind) {
            HappeningKind::Resolved => $this->resolvedAt = $now,
            HappeningKind::Acknowledged => $this->acknowledge($happening->person, $now),
            HappeningKind::Failed => $this->fail($happening->person, $happening->channel, $now),
            HappeningKind::Declined => $happening->person === $this->holder ? $this->release($now) : $this->decline($happening->person),
            HappeningKind::Released => $happening->person === $this->holder ? $this->release($now) : null,
        };
        if ($this->resolvedAt === null && $this->holder === null) {
            $this->lookAround($now);
        }
    }

    private function acknowledge(string $person, int $now): void
    {
        if ($this->holder !== $person) {
            [$this->holder, $this->heldSince] = [$person, $now];
        }
    }

    private function fail(string $person, string $channel, int $now): void
    {
        $run = $this->latest[$person] ?? null;
        if ($run === null || ! $run->comeBack($channel) || ! $run->hasUnsent()) {
            return;
        }
        if ($this->holder === null) {
            $this->send($run, $now);
        } else {
            $run->nextIsDueBy($now);
        }
    }

    private function decline(string $person): void
    {
        $this->declinedInRound[$person] = true;
        $this->declinedInStep[$person] = true;
        if (isset($this->latest[$person])) {
            $this->latest[$person]->ended = true;
        }
    }

    private function release(int $now): void
    {
        $person = (string) $this->holder;
        $this->holder = null;
        $this->decline($person);
        if ($this->round === $this->rounds && ! $this->call->policy->byName) {
            $this->rounds++;
        }
        if ($this->exhaustedAt !== null) {
            $this->exhaustedAt = null;
            $this->startRound($now, [$person => true]);
        } elseif ($this->step !== null && array_diff($this->reachable($this->named($this->step, $now)), $this->named) !== []) {
            $this->startStep($this->step, $now);
        }
    }

    /** Rules that are looked at after each happening and whenever a segment of a rota begins. */
    private function lookAround(int $now): void
    {
        if ($this->exhaustedAt !== null) {
            return;
        }
        if ($this->step === null) {
            if ($this->firstStepThatNames($now) !== null) {
                $this->enterRound($now);
            }

            return;
        }
        foreach ($this->people as $person) {
            if (! $this->isOutOfReach($person)) {
                return;
            }
        }
        $steps = count($this->call->policy->steps);
        for ($later = $this->step + 1; $later < $steps; $later++) {
            foreach ($this->reachable($this->named($later, $now)) as $person) {
                if (! $this->isOutOfReach($person)) {
                    for ($skipped = $this->step + 1; $skipped < $later; $skipped++) {
                        $this->steps[] = new StepStart($now, $this->round, $skipped + 1, []);
                    }
                    $this->startStep($later, $now);

                    return;
                }
            }
        }
        if ($this->step === $steps - 1 && $this->round === $this->rounds && ! $this->hasUnsent()) {
            $this->exhaustedAt = $now;
        }
    }

    private function endWait(int $now): void
    {
        if ($this->step === null) {
            if ($this->round < $this->rounds) {
                $this->startRound($now);
            } elseif ($this->nextBeginningOfPolicy($now) === null) {
                $this->exhaustedAt = $now;
            }

            return;
        }
        for ($next = $this->step + 1; $next < count($this->call->policy->steps); $next++) {
            if ($this->startStep($next, $now)) {
                return;
            }
        }
        if ($this->round < $this->rounds) {
            $this->startRound($now);
        } else {
            $this->exhaustedAt = $now;
        }
    }

    /** @param  array<array-key, true>  $passedOver  people whose decline counts for this round already */
    private function startRound(int $now, array $passedOver = []): void
    {
        $this->round++;
        $this->declinedInRound = $passedOver;
        $this->enterRound($now);
    }

    private function enterRound(int $now): void
    {
        foreach (array_keys($this->call->policy->steps) as $step) {
            if ($this->startStep($step, $now)) {
                return;
            }
        }
        $this->step = null;
        $this->people = $this->named = [];
        $this->declinedInStep = [];
        $this->waitEnds = $now + $this->call->policy->lengthOfRound();
    }

    /** @return bool false if the step names nobody and was skipped */
    private function startStep(int $step, int $now): bool
    {
        $named = $this->named($step, $now);
        $people = $this->reachable($named);
        $this->steps[] = new StepStart($now, $this->round, $step + 1, $people);
        if ($people === []) {
            return false;
        }
        [$this->step, $this->named, $this->people, $this->declinedInStep] = [$step, $named, $people, []];
        $this->waitEnds = $now + $this->call->policy->steps[$step]->wait;
        foreach ($people as $person) {
            $contacts = $this->call->contacts[$person] ?? [];
            if ($contacts !== [] && ! (isset($this->latest[$person]) && $this->latest[$person]->hasUnsent())) {
                $this->runs[] = $this->latest[$person] = new Run($person, $contacts, $this->round, $step + 1, $now);
            }
        }

        return true;
    }

    private function firstStepThatNames(int $now): ?int
    {
        foreach (array_keys($this->call->policy->steps) as $step) {
            if ($this->reachable($this->named($step, $now)) !== []) {
                return $step;
            }
        }

        return null;
    }

    /** @return list<string> whom the step's targets name now, each once */
    private function named(int $step, int $now): array
    {
        $people = [];
        foreach ($this->call->policy->steps[$step]->targets as $target) {
            $person = $target->isRota ? $this->onCall($target->id, $now) : $target->id;
            if ($person !== null && ! in_array($person, $people, true)) {
                $people[] = $person;
            }
        }

        return $people;
    }

    /**
     * @param  list<string>  $people
     * @return list<string> without those who are passed over
     */
    private function reachable(array $people): array
    {
        return array_values(array_filter(
            $people,
            fn(string $person): bool => ($this->call->contacts[$person] ?? []) !== [] && ! isset($this->declinedInRound[$person]),
        ));
    }

    private function onCall(string $rota, int $now): ?string
    {
        foreach ($this->call->rotas[$rota] ?? [] as $duty) {
            if ($duty->from <= $now && $now < $duty->to) {
                return $duty->person;
            }
        }

        return null;
    }

    private function isOutOfReach(string $person): bool
    {
        return isset($this->declinedInStep[$person]) || (isset($this->latest[$person]) && $this->latest[$person]->cameBackWhole());
    }

    private function nobodyIsLeft(): bool
    {
        foreach ($this->latest as $run) {
            if (! $run->ended && ! $run->cameBackWhole()) {
                return false;
            }
        }

        return true;
    }

    private function hasUnsent(): bool
    {
        foreach ($this->runs as $run) {
            if ($run->hasUnsent()) {
                return true;
            }
        }

        return false;
    }

    private function sendDue(int $now): void
    {
        foreach ($this->runs as $run) {
            while (($due = $run->nextDue()) !== null && $due <= $now) {
                $this->send($run, $now);
            }
        }
    }

    private function send(Run $run, int $now): void
    {
        $this->pages[] = new Page($now, $run->person, $run->contacts[$run->sent++]->channel, $run->round, $run->step);
    }

    /** The next instant at which a timer runs out if nothing happens: a contact, a wait, a gap. */
    private function nextTimer(int $now): ?int
    {
        if ($this->holder !== null || $this->resolvedAt !== null) {
            return null;
        }
        $times = [];
        foreach ($this->runs as $run) {
            $times[] = $run->nextDue();
        }
        if ($this->exhaustedAt === null) {
            $times[] = $this->waitEnds > $now ? $this->waitEnds : $this->nextBeginningOfPolicy($now);
        }
        $times = array_filter($times, is_int(...));

        return $times === [] ? null : min($times);
    }

    /** When a rota that the policy names has its next segment, after now. */
    private function nextBeginningOfPolicy(int $now): ?int
    {
        $next = null;
        foreach ($this->call->policy->rotas() as $rota) {
            foreach ($this->call->rotas[$rota] ?? [] as $duty) {
                if ($duty->from > $now) {
                    $next = min($next ?? PHP_INT_MAX, $duty->from);
                }
            }
        }

        return $next;
    }

    private function course(): Course
    {
        [$outcome, $at] = match (true) {
            $this->resolvedAt !== null => [Outcome::Resolved, $this->resolvedAt],
            $this->holder !== null => [Outcome::Acknowledged, $this->heldSince],
            $this->exhaustedAt !== null => [Outcome::Exhausted, $this->exhaustedAt],
            default => [Outcome::Waiting, null],
        };

        return new Course(
            $this->pages,
            $this->steps,
            $outcome,
            $at,
            $outcome === Outcome::Acknowledged ? $this->holder : null,
            $this->resolvedAt === null ? $this->nextDue : null,
            $outcome === Outcome::Waiting ? $this->waitEnds : null,
            $outcome === Outcome::Waiting && $this->nobodyIsLeft(),
        );
    }
}
