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
    private readonly WhoIsNamed $directory;

    private readonly Runs $runs;

    /** @var list<StepStart> */
    private array $steps = [];

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

    private function __construct(private readonly Call $call)
    {
        $this->directory = new WhoIsNamed($call);
        $this->runs = new Runs;
        $this->rounds = $call->policy->rounds;
    }

    /** @param  int  $until  seconds since the epoch; what falls exactly on it still happens */
    public static function follow(Call $call, int $until): CallCourse
    {
        $escalation = new self($call);
        $escalation->run($until);

        return $escalation->course();
    }

    private function run(int $until): void
    {
        $happenings = $this->call->happenings;
        $taken = 0;
        $now = $this->call->startedAt;
        $this->startRound($now);
        while ($now <= $until) {
            for (; $taken < count($happenings) && $happenings[$taken]->at <= $now && $this->resolvedAt === null; $taken++) {
                $this->take($happenings[$taken], $now);
            }
            if ($this->resolvedAt !== null) {
                return;
            }
            $begins = $this->directory->hasBegun($now);
            if ($this->holder === null) {
                $this->runs->sendDue($now);
                if ($begins) {
                    $this->lookAround($now);
                }
                if ($this->exhaustedAt === null && $this->waitEnds <= $now) {
                    $this->endWait($now);
                }
                $this->runs->sendDue($now);
            }
            $this->nextDue = $this->holder === null ? $this->nextTimer($now) : null;
            $next = self::earlier($this->nextDue, ($happenings[$taken] ?? null)?->at);
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
            HappeningKind::Failed => $this->runs->comeBack($happening->person, $happening->channel, $this->holder !== null, $now),
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

    private function decline(string $person): void
    {
        $this->declinedInRound[$person] = true;
        $this->declinedInStep[$person] = true;
        $this->runs->end($person);
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
        } elseif ($this->step !== null && array_diff($this->reachable($this->step, $now), $this->named) !== []) {
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
            foreach (array_keys($this->call->policy->steps) as $step) {
                if ($this->reachable($step, $now) !== []) {
                    $this->enterRound($now);

                    return;
                }
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
            foreach ($this->reachable($later, $now) as $person) {
                if (! $this->isOutOfReach($person)) {
                    for ($skipped = $this->step + 1; $skipped < $later; $skipped++) {
                        $this->steps[] = new StepStart($now, $this->round, $skipped + 1, []);
                    }
                    $this->startStep($later, $now);

                    return;
                }
            }
        }
        if ($this->step === $steps - 1 && $this->round === $this->rounds && ! $this->runs->hasUnsent()) {
            $this->exhaustedAt = $now;
        }
    }

    private function endWait(int $now): void
    {
        if ($this->step === null) {
            if ($this->round < $this->rounds) {
                $this->startRound($now);
            } elseif ($this->directory->nextBeginningOfPolicy($now) === null) {
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
        $named = $this->directory->named($step, $now);
        $people = $this->directory->reachable($named, $this->declinedInRound);
        $this->steps[] = new StepStart($now, $this->round, $step + 1, $people);
        if ($people === []) {
            return false;
        }
        [$this->step, $this->named, $this->people, $this->declinedInStep] = [$step, $named, $people, []];
        $this->waitEnds = $now + $this->call->policy->steps[$step]->wait;
        foreach ($people as $person) {
            $this->runs->begin($person, $this->call->contacts[$person] ?? [], $this->round, $step + 1, $now);
        }

        return true;
    }

    /** @return list<string> whom a step names now, without those who are passed over */
    private function reachable(int $step, int $now): array
    {
        return $this->directory->reachable($this->directory->named($step, $now), $this->declinedInRound);
    }

    private function isOutOfReach(string $person): bool
    {
        return isset($this->declinedInStep[$person]) || $this->runs->cameBackWhole($person);
    }

    /** The next instant at which a timer runs out if nothing happens: a contact, a wait, a gap, a segment. */
    private function nextTimer(int $now): ?int
    {
        $contact = $this->runs->nextDue();
        if ($this->exhaustedAt !== null) {
            return $contact;
        }
        $wait = $this->waitEnds > $now ? $this->waitEnds : $this->directory->nextBeginningOfPolicy($now);

        return self::earlier(self::earlier($contact, $wait), $this->directory->nextBeginning());
    }

    /** The earlier of two instants; null is never. */
    private static function earlier(?int $one, ?int $other): ?int
    {
        return $one === null || $other === null ? $one ?? $other : min($one, $other);
    }

    private function course(): CallCourse
    {
        [$outcome, $at] = match (true) {
            $this->resolvedAt !== null => [Outcome::Resolved, $this->resolvedAt],
            $this->holder !== null => [Outcome::Acknowledged, $this->heldSince],
            $this->exhaustedAt !== null => [Outcome::Exhausted, $this->exhaustedAt],
            default => [Outcome::Waiting, null],
        };

        return new CallCourse(
            $this->runs->pages,
            $this->steps,
            $outcome,
            $at,
            $outcome === Outcome::Acknowledged ? $this->holder : null,
            $this->resolvedAt === null ? $this->nextDue : null,
            $outcome === Outcome::Waiting ? $this->waitEnds : null,
            $outcome === Outcome::Waiting && $this->runs->nobodyIsLeft(),
        );
    }
}
