<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Time\CivilDate;
use Skarvo\Time\Zone;

/** Hours of certain days of the week on the clocks of a zone. Those that pass midnight belong to the day on which they begin. */
final readonly class DailyHours
{
    private const DAY = 86400;

    /**
     * @param  list<int>  $days  1 is Monday, 7 is Sunday
     * @param  int  $from  seconds of the day, as the clock shows them
     * @param  int  $to  likewise, not included; not later than $from means the next day
     */
    public function __construct(private Zone $zone, private array $days, private int $from, private int $to) {}

    /** @param  int  $at  seconds since the epoch */
    public function hold(int $at): bool
    {
        $local = $at + $this->zone->offset($at);
        $clock = (($local % self::DAY) + self::DAY) % self::DAY;
        $day = intdiv($local - $clock, self::DAY);
        if ($this->from < $this->to) {
            return $this->isOn($day) && $clock >= $this->from && $clock < $this->to;
        }

        return ($clock >= $this->from && $this->isOn($day)) || ($clock < $this->to && $this->isOn($day - 1));
    }

    /** @param  int  $day  since 1970-01-01 */
    private function isOn(int $day): bool
    {
        return in_array(CivilDate::weekday($day), $this->days, true);
    }
}
