<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Time\Instant;
use Skarvo\Value\Must;

/** One contact of one person, sent once. */
final readonly class Page
{
    /**
     * @param  int  $at  seconds since the epoch
     * @param  int  $round  of the run that it belongs to, from 1
     * @param  int  $step  of the run that it belongs to, from 1
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public int $at,
        public string $person,
        public string $channel,
        public int $round,
        public int $step,
    ) {
        Must::name($person, 'Whoever is paged');
        Must::name($channel, 'The way of a page');
        Must::atLeast(1, $round, 'The round of a page');
        Must::atLeast(1, $step, 'The step of a page');
    }

    /** @return array{at: string, person: string, channel: string, round: int, step: int} */
    public function toArray(): array
    {
        return [
            'at' => Instant::format($this->at), 'person' => $this->person, 'channel' => $this->channel, 'round' => $this->round,
            'step' => $this->step,
        ];
    }
}
