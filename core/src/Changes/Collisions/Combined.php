<?php

declare(strict_types=1);

namespace Skarvo\Changes\Collisions;

use Skarvo\Time\Instant;
use Skarvo\Topology\State;

/** An item that several changes together hit worse than any of them does alone. */
final readonly class Combined
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  likewise, not included
     * @param  list<string>  $hangsOn  changes without any one of which it would be better, ordered
     * @param  list<string>  $involves  changes that take down something that it needs, ordered
     */
    public function __construct(
        public string $item, public int $from, public int $to, public State $state, public array $hangsOn, public array $involves,
    ) {}

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'item' => $this->item, 'from' => Instant::format($this->from), 'to' => Instant::format($this->to),
            'state' => $this->state->value, 'hangs_on' => $this->hangsOn, 'involves' => $this->involves,
        ];
    }
}
