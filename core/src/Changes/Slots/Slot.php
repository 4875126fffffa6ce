<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

use Skarvo\Time\Instant;

/** A time at which the work could be done, and who is free for it. */
final readonly class Slot
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  likewise, not included
     * @param  array<array-key, list<string>>  $crew  people by crew
     */
    public function __construct(public int $from, public int $to, public array $crew) {}

    /** @return array{from: string, to: string, crew: object} */
    public function toArray(): array
    {
        return ['from' => Instant::format($this->from), 'to' => Instant::format($this->to), 'crew' => (object) $this->crew];
    }
}
