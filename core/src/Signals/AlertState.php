<?php

declare(strict_types=1);

namespace Skarvo\Signals;

/** An alert as far as signals change it: one run of signals about one key. */
final readonly class AlertState
{
    /**
     * @param  int  $firstSignalAt  seconds since the epoch, like all times here
     * @param  int  $count  firing signals in it
     * @param  int  $flips  how often it cleared and began to fire again
     */
    public function __construct(
        public Level $level,
        public int $firstSignalAt,
        public int $lastSignalAt,
        public ?int $closedAt,
        public int $count,
        public int $flips,
    ) {}

    public function isOpen(): bool
    {
        return $this->closedAt === null;
    }
}
