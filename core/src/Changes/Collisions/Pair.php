<?php

declare(strict_types=1);

namespace Skarvo\Changes\Collisions;

use Skarvo\Time\Instant;

/** Two changes at one time that get into each other's way. */
final readonly class Pair
{
    /**
     * @param  array{string, string}  $changes  ids, ordered
     * @param  int  $from  when both are under way, in seconds since the epoch
     * @param  int  $to  likewise, not included
     * @param  list<string>  $same  items that both work on, ordered
     * @param  list<string>  $under  items that one works on and the other takes along, ordered
     * @param  list<string>  $people  of both, ordered
     */
    public function __construct(
        public array $changes, public int $from, public int $to, public array $same, public array $under, public array $people,
    ) {}

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'changes' => $this->changes, 'from' => Instant::format($this->from), 'to' => Instant::format($this->to),
            'same' => $this->same, 'under' => $this->under, 'people' => $this->people,
        ];
    }
}
