<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Time\CivilDate;
use Skarvo\Time\Weekday;
use Skarvo\Time\Zone;

/** The times of week in which a layer speaks. */
final readonly class Window
{
    /**
     * @param  list<Weekday>  $days  on which it opens
     * @param  int  $opens  seconds of the day
     * @param  int  $closes  seconds of the day, up to 86400; not later than $opens means the next day
     */
    public function __construct(private array $days, private int $opens, private int $closes) {}

    /**
     * The stretches that it is open, one for each day, near a range.
     * Each end is a wall-clock time of its own; a stretch that a clock change turns around is left out.
     *
     * @return list<array{int, int}> from, to
     */
    public function open(Zone $zone, int $from, int $to): array
    {
        $weekdays = array_map(static fn(Weekday $day): int => $day->number(), $this->days);
        $stretches = [];
        for ($day = intdiv($from, 86400) - 3; $day <= intdiv($to, 86400) + 3; $day++) {
            if (! in_array(CivilDate::weekday($day), $weekdays, true)) {
                continue;
            }
            $opens = $zone->instant($day * 86400 + $this->opens);
            $closes = $zone->instant(($this->closes > $this->opens ? $day : $day + 1) * 86400 + $this->closes);
            if ($closes > $opens) {
                $stretches[] = [$opens, $closes];
            }
        }

        return $stretches;
    }
}
