<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

use Skarvo\Time\Zone;

/** A piece of work that is looking for its time. */
final readonly class Work
{
    /**
     * @param  int  $from  seconds since the epoch: it starts no earlier
     * @param  int  $to  likewise: it ends no later
     * @param  int  $seconds  how long it takes
     * @param  int  $grid  minutes: it starts when the wall clock shows a multiple of them
     * @param  int  $want  how many slots are asked for
     * @param  int  $apart  seconds from the end of one slot to the next
     */
    public function __construct(
        public Zone $zone, public int $from, public int $to, public int $seconds, public int $grid, public int $want, public int $apart,
    ) {}

    /** The last instant at which it could start. */
    public function last(): int
    {
        return $this->to - $this->seconds;
    }

    /** The first instant of a stretch at which a wall clock shows the right minute; null if there is none. */
    public function start(int $from, int $before): ?int
    {
        for ($at = $from + self::rest(-$from, 60); $at < $before;) {
            $offset = $this->zone->offset($at);
            $past = self::rest(intdiv($at + $offset - self::rest($at + $offset, 60), 60), $this->grid);
            if ($past === 0) {
                return $at;
            }
            $next = $at + 60 * ($this->grid - $past);
            // On the way there the clock may be changed to a minute that fits.
            $at = $this->zone->offset($next) === $offset ? $next : $at + 60;
        }

        return null;
    }

    private static function rest(int $number, int $by): int
    {
        return (($number % $by) + $by) % $by;
    }
}
