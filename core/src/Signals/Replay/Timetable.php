<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * The instants at which a key has to be looked at, and the keys to look at in the present one. Looking once too often
 * changes nothing, so a state that was stored can be taken up again without its timetable.
 *
 * @internal
 */
final class Timetable
{
    /** @var \SplMinHeap<array{int, string}> */
    private \SplMinHeap $looks;

    /** @var array<array-key, KeyState> keys to look at in the present instant */
    public array $touched = [];

    public function __construct()
    {
        $this->looks = new \SplMinHeap;
    }

    public function lookAt(KeyState $key, int $at): void
    {
        $this->looks->insert([$at, $key->key]);
    }

    /** When the next look is due; null: never. */
    public function next(): ?int
    {
        return $this->looks->isEmpty() ? null : $this->looks->top()[0];
    }

    /**
     * The keys that were touched, and those whose look is due; none of them is asked for twice.
     *
     * @param  array<array-key, KeyState>  $keys  all that there are
     * @return array<array-key, KeyState> in order of key
     */
    public function due(int $now, array $keys): array
    {
        while (! $this->looks->isEmpty() && $this->looks->top()[0] <= $now) {
            $name = $this->looks->extract()[1];
            $this->touched[$name] = $keys[$name];
        }
        $due = $this->touched;
        $this->touched = [];
        if (count($due) > 1) {
            uasort($due, static fn(KeyState $a, KeyState $b): int => strcmp($a->key, $b->key));
        }

        return $due;
    }
}
