<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Major;

/** An incident as far as it matters whether another one is part of it. */
final readonly class Trouble
{
    /**
     * @param  list<string>  $items  that show it
     * @param  list<string>  $reach  all that is down or degraded because of those, themselves among it
     * @param  array<array-key, string>  $services  names of those that do not work, by id
     * @param  list<string>  $places  where something is down or degraded
     * @param  int  $startedAt
     */
    public function __construct(
        public array $items, public array $reach, public array $services, public array $places, public int $startedAt,
    ) {}
}
