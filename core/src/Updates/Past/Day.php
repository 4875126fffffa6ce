<?php

declare(strict_types=1);

namespace Skarvo\Updates\Past;

use Skarvo\Topology\State;

/** How long a service did not work on a day, as outsiders were told. */
final readonly class Day
{
    /**
     * @param  int  $date  days since 1970-01-01
     * @param  int  $down  seconds
     * @param  int  $degraded  seconds in which it worked in part
     */
    public function __construct(public int $date, public int $down, public int $degraded) {}

    public function worst(): State
    {
        return match (true) {
            $this->down > 0 => State::Down,
            $this->degraded > 0 => State::Degraded,
            default => State::Up,
        };
    }
}
