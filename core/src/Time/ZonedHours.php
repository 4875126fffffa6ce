<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** Hours of the week on the clocks of a zone: when a team works, when a rule holds. */
final readonly class ZonedHours
{
    /** Any week has a beginning of them within so many days, unless there are none. */
    private const LOOK_AHEAD = 8 * WeekHours::DAY;

    public function __construct(private Zone $zone, private WeekHours $hours) {}

    /** @param  int  $at  seconds since the epoch */
    public function hold(int $at): bool
    {
        return $this->hours->hold($at + $this->zone->offset($at));
    }

    /**
     * @param  int  $now  seconds since the epoch
     * @return int now if it is within the hours, or else their next beginning; now if there are none
     */
    public function next(int $now): int
    {
        foreach ($this->hours->open($this->zone, $now, $now + self::LOOK_AHEAD) as [$from, $to]) {
            if ($now < $to) {
                return max($now, $from);
            }
        }

        return $now;
    }
}
