<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Value\Must;

/** An escalation policy: steps in order, gone through so many times. */
final readonly class Policy
{
    /** One person who is called by name has so long to answer, and so long after the last of their contacts. */
    private const PERSON_WAIT = 300;

    private const AFTER_LAST_CONTACT = 120;

    /** One to whom a call is handed: once, as whoever handed it still has it. */
    private const HANDED_WAIT = 180;

    /**
     * @param  non-empty-list<Step>  $steps
     * @param  int  $rounds  1 or more
     * @param  bool  $byName  a call to a person who was named: whoever gives it back is not paged again, and it ends
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public array $steps, public int $rounds, public bool $byName = false)
    {
        Must::some($steps, 'A policy has a step at least.');
        Must::atLeast(1, $rounds, 'The rounds of a policy');
    }

    /**
     * Once and for one person, so that their no, or their silence, ends it.
     *
     * @param  int  $lastContact  seconds until the last of their contacts is due
     */
    public static function person(string $id, int $lastContact): self
    {
        return new self(
            [new Step([StepTarget::person($id)], max(self::PERSON_WAIT, $lastContact + self::AFTER_LAST_CONTACT))], 1, byName: true,
        );
    }

    public static function handed(string $to): self
    {
        return new self([new Step([StepTarget::person($to)], self::HANDED_WAIT)], 1, byName: true);
    }

    /** @return array{rounds: int, steps: non-empty-list<array{targets: non-empty-list<string>, wait_seconds: int}>} as it is stored */
    public function toArray(): array
    {
        return [
            'rounds' => $this->rounds,
            'steps' => array_map(
                static fn(Step $step): array => ['targets' => array_map(strval(...), $step->targets), 'wait_seconds' => $step->wait],
                $this->steps,
            ),
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
