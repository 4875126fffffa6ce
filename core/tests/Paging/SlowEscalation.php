<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use Skarvo\Paging\Call;
use Skarvo\Paging\Happening;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;

/**
 * A call, second by second, as the contract tells it rule by rule: nothing is remembered but what was started, sent and
 * said, and every question is answered by looking through all of it.
 */
final class SlowEscalation
{
    /** @var list<string> steps and pages, each in a line, in the order in which they came about */
    public array $told = [];

    public ?int $exhaustedAt = null;

    public ?int $resolvedAt = null;

    public ?string $holder = null;

    public int $heldSince = 0;

    /** @var list<SlowRun> in the order in which they began */
    private array $runs = [];

    /** @var list<array{who: string, round: int, start: int}> declines, with the round and the start of a step in which each fell */
    private array $declines = [];

    private int $rounds;

    private int $round = 0;

    private ?int $step = null;

    /** How many steps were started so far. */
    private int $start = 0;

    /** @var list<string> whom the present step called, and whom its targets named then */
    private array $people = [];

    /** @var list<string> */
    private array $named = [];

    private int $waitOver = 0;

    private function __construct(private readonly Call $call)
    {
        $this->rounds = $call->policy->rounds;
    }

    public static function follow(Call $call, int $until): self
    {
        $slow = new self($call);
        for ($now = $call->startedAt; $now <= $until && $slow->resolvedAt === null; $now++) {
            $slow->second($now);
        }

        return $slow;
    }

    public function outcome(): Outcome
    {
        return match (true) {
            $this->resolvedAt !== null => Outcome::Resolved,
            $this->holder !== null => Outcome::Acknowledged,
            $this->exhaustedAt !== null => Outcome::Exhausted,
            default => Outcome::Waiting,
        };
    }

    /** Rule 10: what comes before what in one instant. */
    private function second(int $now): void
    {
        if ($now === $this->call->startedAt) {
            $this->beginRound($now);
        }
        foreach ($this->call->happenings as $happening) {
            if ($happening->at === $now && $this->resolvedAt === null) {
                $this->take($happening, $now);
            }
        }
        if ($this->resolvedAt !== null || $this->holder !== null) {
            return;
        }
        $this->sendDue($now);
        foreach ($this->call->rotas as $duties) {
            foreach ($duties as $duty) {
                if ($duty->from === $now) {
                    $this->look($now);
                    break 2;
                }
            }
        }
        if ($this->exhaustedAt === null && $now >= $this->waitOver) {
            $this->waitIsOver($now);
        }
        $this->sendDue($now);
    }

    private function take(Happening $happening, int $now): void
    {
        $who = $happening->person;
        if ($happening->kind === HappeningKind::Resolved) {
            $this->resolvedAt = $now;

            return;
        }
        if ($happening->kind === HappeningKind::Acknowledged && $this->holder !== $who) {
            $this->holder = $who;
            $this->heldSince = $now;
        }
        if ($happening->kind === HappeningKind::Failed) {
            $this->comesBack($who, $happening->channel, $now);
        }
        $takesBack = $this->holder === $who && in_array($happening->kind, [HappeningKind::Released, HappeningKind::Declined], true);
        if ($takesBack) {
            $this->holder = null;
        }
        if ($takesBack || $happening->kind === HappeningKind::Declined) {
            $this->declines[] = ['who' => $who, 'round' => $this->round, 'start' => $this->start];
            $latest = $this->latest($who);
            if ($latest !== null) {
                $latest->over = true;
            }
        }
        if ($takesBack) {
            $this->rounds += (int) ($this->round === $this->rounds);
            if ($this->exhaustedAt !== null) {
                $this->exhaustedAt = null;
                // In the round that starts now they are passed over.
                $this->declines[] = ['who' => $who, 'round' => $this->round + 1, 'start' => 0];
                $this->beginRound($now);
            } elseif ($this->step !== null && array_filter(
                $this->toCall($this->step, $now), fn(string $one): bool => ! in_array($one, $this->named, true),
            ) !== []) {
                $this->begin($this->step, $now);
            }
        }
        if ($this->holder === null) {
            $this->look($now);
        }
    }

    /** Rule 7. */
    private function comesBack(string $who, string $channel, int $now): void
    {
        $run = $this->latest($who);
        foreach ($run->contacts ?? [] as $i => $contact) {
            if ($run !== null && $contact->channel === $channel && $run->sent[$i] && ! $run->back[$i]) {
                $run->back[$i] = true;
                $next = $run->unsent();
                if ($next !== null) {
                    $run->due[$next] = min($run->due[$next], $now);
                    if ($this->holder === null) {
                        $this->send($run, $next, $now);
                    }
                }

                return;
            }
        }
    }

    /** Rules 5 and 6. */
    private function look(int $now): void
    {
        if ($this->exhaustedAt !== null) {
            return;
        }
        if ($this->step === null) {
            foreach (array_keys($this->call->policy->steps) as $step) {
                if ($this->toCall($step, $now) !== []) {
                    $this->startSteps($now);

                    return;
                }
            }

            return;
        }
        foreach ($this->people as $who) {
            if (! $this->isOut($who)) {
                return;
            }
        }
        $count = count($this->call->policy->steps);
        for ($later = $this->step + 1; $later < $count; $later++) {
            if (array_filter($this->toCall($later, $now), fn(string $who): bool => ! $this->isOut($who)) !== []) {
                for ($between = $this->step + 1; $between < $later; $between++) {
                    $this->tellStep($between, [], $now);
                }
                $this->begin($later, $now);

                return;
            }
        }
        $unsent = array_filter($this->runs, static fn(SlowRun $run): bool => $run->unsent() !== null);
        if ($this->step === $count - 1 && $this->round === $this->rounds && $unsent === []) {
            $this->exhaustedAt = $now;
        }
    }

    /** Rule 4, and the end of a gap in rule 6. */
    private function waitIsOver(int $now): void
    {
        if ($this->step !== null) {
            for ($next = $this->step + 1; $next < count($this->call->policy->steps); $next++) {
                if ($this->begin($next, $now)) {
                    return;
                }
            }
        }
        if ($this->round < $this->rounds) {
            $this->beginRound($now);

            return;
        }
        if ($this->step === null) {
            foreach ($this->call->policy->steps as $step) {
                foreach ($step->targets as $target) {
                    foreach ($target->isRota ? $this->call->rotas[$target->id] : [] as $duty) {
                        if ($duty->from > $now) {
                            return;
                        }
                    }
                }
            }
        }
        $this->exhaustedAt = $now;
    }

    private function beginRound(int $now): void
    {
        $this->round++;
        $this->startSteps($now);
    }

    /** From the first of them until one names somebody; if none does, it is a gap. */
    private function startSteps(int $now): void
    {
        foreach (array_keys($this->call->policy->steps) as $step) {
            if ($this->begin($step, $now)) {
                return;
            }
        }
        $this->step = null;
        $this->people = $this->named = [];
        $this->start++;
        $this->waitOver = $now + array_sum(array_map(static fn($step): int => $step->wait, $this->call->policy->steps));
    }

    private function begin(int $step, int $now): bool
    {
        $people = $this->toCall($step, $now);
        $this->tellStep($step, $people, $now);
        if ($people === []) {
            return false;
        }
        $this->start++;
        [$this->step, $this->people, $this->named] = [$step, $people, $this->namedBy($step, $now)];
        $this->waitOver = $now + $this->call->policy->steps[$step]->wait;
        foreach ($people as $who) {
            // One who has unsent contacts keeps that run.
            if ($this->latest($who)?->unsent() === null) {
                $this->runs[] = new SlowRun($who, "$this->round.".($step + 1), $this->call->contacts[$who], $now);
            }
        }

        return true;
    }

    /** @return list<string> rule 1, whom the step's targets name now */
    private function namedBy(int $step, int $now): array
    {
        $people = [];
        foreach ($this->call->policy->steps[$step]->targets as $target) {
            $who = $target->isRota ? null : $target->id;
            foreach ($target->isRota ? $this->call->rotas[$target->id] : [] as $duty) {
                if ($duty->from <= $now && $now < $duty->to) {
                    $who = $duty->person;
                }
            }
            if ($who !== null && ! in_array($who, $people, true)) {
                $people[] = $who;
            }
        }

        return $people;
    }

    /** @return list<string> those of them who are not passed over */
    private function toCall(int $step, int $now): array
    {
        $declined = array_column(array_filter($this->declines, fn(array $one): bool => $one['round'] === $this->round), 'who');

        return array_values(array_filter(
            $this->namedBy($step, $now),
            fn(string $who): bool => $this->call->contacts[$who] !== [] && ! in_array($who, $declined, true),
        ));
    }

    /** Rule 5: declined since the step started, or everything sent to them came back. */
    private function isOut(string $who): bool
    {
        foreach ($this->declines as $one) {
            if ($one['who'] === $who && $one['start'] === $this->start) {
                return true;
            }
        }
        $latest = $this->latest($who);

        return $latest !== null && ! in_array(false, $latest->sent, true) && ! in_array(false, $latest->back, true);
    }

    private function latest(string $who): ?SlowRun
    {
        $latest = null;
        foreach ($this->runs as $run) {
            $latest = $run->who === $who ? $run : $latest;
        }

        return $latest;
    }

    private function sendDue(int $now): void
    {
        foreach ($this->runs as $run) {
            foreach ($run->over ? [] : $run->due as $i => $due) {
                if (! $run->sent[$i] && $due <= $now) {
                    $this->send($run, $i, $now);
                }
            }
        }
    }

    private function send(SlowRun $run, int $i, int $now): void
    {
        $run->sent[$i] = true;
        $this->told[] = 'page '.($now - $this->call->startedAt)." $run->who {$run->contacts[$i]->channel} $run->label";
    }

    /** @param  list<string>  $people */
    private function tellStep(int $step, array $people, int $now): void
    {
        $this->told[] = 'step '.($now - $this->call->startedAt)." $this->round.".($step + 1).' '.implode(' ', $people);
    }
}
