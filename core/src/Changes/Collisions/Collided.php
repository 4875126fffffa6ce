<?php

declare(strict_types=1);

namespace Skarvo\Changes\Collisions;

/** Which planned changes get into each other's way. */
final readonly class Collided
{
    /**
     * @param  list<Pair>  $pairs  by the start of the overlap, then by ids
     * @param  list<Combined>  $combined  by item, then by start
     */
    public function __construct(public array $pairs, public array $combined) {}

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'pairs' => array_map(static fn(Pair $pair): array => $pair->toArray(), $this->pairs),
            'combined' => array_map(static fn(Combined $one): array => $one->toArray(), $this->combined),
        ];
    }
}
