<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** An escalation policy: steps in order, gone through so many times. */
final readonly class Policy
{
    /** One person who is called by name: so often, with so long in between, before they count as not reached. */
    private const PERSON_ROUNDS = 3;

    private const PERSON_WAIT = 300;

    /** One to whom a call is handed: once, as whoever handed it still has it. */
    private const HANDED_WAIT = 180;

    /**
     * @param  non-empty-list<Step>  $steps
     * @param  int  $rounds  1 or more
     */
    public function __construct(public array $steps, public int $rounds) {}

    public static function person(string $id): self
    {
        return new self([new Step([Target::person($id)], self::PERSON_WAIT)], self::PERSON_ROUNDS);
    }

    public static function handed(string $to): self
    {
        return new self([new Step([Target::person($to)], self::HANDED_WAIT)], 1);
    }

    /** @return array{rounds: int, steps: non-empty-list<array{targets: non-empty-list<string>, wait_seconds: int}>} as it is stored */
    public function toArray(): array
    {
        return [
            'rounds' => $this->rounds,
            'steps' => array_map(static fn(Step $step): array => ['targets' => array_map(strval(...), $step->targets), 'wait_seconds' => $step->wait], $this->steps),
        ];
    }

    public function lengthOfRound(): int
    {
        return array_sum(array_map(static fn(Step $step): int => $step->wait, $this->steps));
    }

    /** @return list<string> ids of the rotas that its targets name */
    public function rotas(): array
    {
        $rotas = [];
        foreach ($this->steps as $step) {
            foreach ($step->targets as $target) {
                if ($target->isRota) {
                    $rotas[] = $target->id;
                }
            }
        }

        return array_values(array_unique($rotas));
    }
}
