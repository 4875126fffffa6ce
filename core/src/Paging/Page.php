<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Time\Instant;

/** One contact of one person, sent once. */
final readonly class Page
{
    /**
     * @param  int  $at  seconds since the epoch
     * @param  int  $round  of the run that it belongs to, from 1
     * @param  int  $step  of the run that it belongs to, from 1
     */
    public function __construct(
        public int $at,
        public string $person,
        public string $channel,
        public int $round,
        public int $step,
    ) {}

    /** @return array{at: string, person: string, channel: string, round: int, step: int} */
    public function toArray(): array
    {
        return ['at' => Instant::format($this->at), 'person' => $this->person, 'channel' => $this->channel, 'round' => $this->round, 'step' => $this->step];
    }
}
