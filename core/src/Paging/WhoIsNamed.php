<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/**
 * Whom the steps of a call's policy name at an instant, and when that can change. Time goes forward only.
 *
 * @internal
 */
final class WhoIsNamed
{
    /** @var list<int> when segments of rotas begin, from the start of the call on, in order */
    private readonly array $beginnings;

    /** How many of them are over. */
    private int $begun = 0;

    public function __construct(private readonly Call $call)
    {
        $beginnings = [];
        foreach ($call->rotas as $duties) {
            foreach ($duties as $duty) {
                if ($duty->from >= $call->startedAt) {
                    $beginnings[$duty->from] = true;
                }
            }
        }
        ksort($beginnings);
        $this->beginnings = array_keys($beginnings);
    }

    /** Whether a segment began since this was asked last. */
    public function hasBegun(int $now): bool
    {
        $before = $this->begun;
        while (isset($this->beginnings[$this->begun]) && $this->beginnings[$this->begun] <= $now) {
            $this->begun++;
        }

        return $this->begun > $before;
    }

    /** When the next segment begins, after what hasBegun() has seen; null: never. */
    public function nextBeginning(): ?int
    {
        return $this->beginnings[$this->begun] ?? null;
    }

    /** @return list<string> whom a step's targets name now, each once */
    public function named(int $step, int $now): array
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
     * @param  array<array-key, true>  $declined
     * @return list<string> those who have contacts and have not declined
     */
    public function reachable(array $people, array $declined): array
    {
        return array_values(array_filter(
            $people,
            fn(string $person): bool => ($this->call->contacts[$person] ?? []) !== [] && ! isset($declined[$person]),
        ));
    }

    /** When a rota that the policy names has its next segment, after now. */
    public function nextBeginningOfPolicy(int $now): ?int
    {
        $next = null;
        foreach ($this->call->policy->rotas() as $rota) {
            foreach ($this->call->rotas[$rota] ?? [] as $duty) {
                if ($duty->from > $now) {
                    $next = min($next ?? $duty->from, $duty->from);
                }
            }
        }

        return $next;
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
}
