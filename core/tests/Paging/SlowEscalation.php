<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use Skarvo\Paging\Call;

/**
 * A call to which nothing happens, second by second, as the contract tells it: who is named, what is due, when a wait is
 * over. For policies in which some step of every round names somebody.
 */
final class SlowEscalation
{
    /** @var list<string> */
    public array $told = [];

    public ?int $exhaustedAt = null;

    /** @var list<array{person: string, due: array<int, int>, label: string}> runs in the order in which they began, with when each unsent contact is due */
    private array $all = [];

    private int $round = 1;

    private int $step = -1;

    private int $waitOver = 0;

    private function __construct(private readonly Call $call) {}

    public static function follow(Call $call, int $until): self
    {
        $slow = new self($call);
        for ($now = $call->startedAt; $now <= $until; $now++) {
            if ($now === $call->startedAt) {
                $slow->next($now);
            }
            $slow->send($now);
            // A wait that is over starts a step, whose contacts may be due at once.
            while ($slow->exhaustedAt === null && $now >= $slow->waitOver) {
                $slow->next($now);
                $slow->send($now);
            }
        }

        return $slow;
    }

    /** Starts the next step that names somebody; those on the way are told as skipped. */
    private function next(int $now): void
    {
        do {
            $this->step++;
            if ($this->step === count($this->call->policy->steps)) {
                $this->step = 0;
                $this->round++;
            }
            if ($this->round > $this->call->policy->rounds) {
                $this->exhaustedAt = $now;

                return;
            }
            $people = $this->named($now);
            $this->told[] = 'step '.($now - $this->call->startedAt)." $this->round.".($this->step + 1).' '.implode(' ', $people);
        } while ($people === []);
        $this->waitOver = $now + $this->call->policy->steps[$this->step]->wait;
        foreach ($people as $person) {
            $unsent = array_filter($this->all, static fn(array $run): bool => $run['person'] === $person && $run['due'] !== []);
            if ($unsent === []) {
                $this->all[] = ['person' => $person, 'due' => array_map(static fn($contact): int => $now + $contact->after, $this->call->contacts[$person]), 'label' => "$this->round.".($this->step + 1)];
            }
        }
    }

    /** @return list<string> */
    private function named(int $now): array
    {
        $people = [];
        foreach ($this->call->policy->steps[$this->step]->targets as $target) {
            $person = $target->isRota ? null : $target->id;
            foreach ($target->isRota ? $this->call->rotas[$target->id] : [] as $duty) {
                if ($duty->from <= $now && $now < $duty->to) {
                    $person = $duty->person;
                }
            }
            if ($person !== null && $this->call->contacts[$person] !== [] && ! in_array($person, $people, true)) {
                $people[] = $person;
            }
        }

        return $people;
    }

    private function send(int $now): void
    {
        foreach ($this->all as $i => $run) {
            foreach ($run['due'] as $contact => $due) {
                if ($due <= $now) {
                    $this->told[] = 'page '.($now - $this->call->startedAt)." {$run['person']} {$this->call->contacts[$run['person']][$contact]->channel} {$run['label']}";
                    unset($this->all[$i]['due'][$contact]);
                }
            }
        }
    }
}
