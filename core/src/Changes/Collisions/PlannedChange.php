<?php

declare(strict_types=1);

namespace Skarvo\Changes\Collisions;

use Skarvo\Value\Must;

/** A planned piece of work: when, what it takes down and what it touches besides, and who does it. */
final readonly class PlannedChange
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  likewise, not included
     * @param  list<int>  $takesDown  numbers of items
     * @param  list<int>  $touches  numbers of items
     * @param  list<string>  $people
     *
     * @throws \DomainException if it ends before it begins
     */
    public function __construct(
        public string $id, public int $from, public int $to, public array $takesDown, public array $touches, public array $people,
    ) {
        Must::stretch($from, $to, 'A change');
    }

    /** @return array<int, true> the items that it works on */
    public function worksOn(): array
    {
        return array_fill_keys($this->takesDown, true) + array_fill_keys($this->touches, true);
    }
}
