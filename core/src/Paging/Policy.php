<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** An escalation policy: steps in order, gone through so many times. */
final readonly class Policy
{
    /**
     * @param  non-empty-list<Step>  $steps
     * @param  int  $rounds  1 or more
     */
    public function __construct(public array $steps, public int $rounds) {}

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
