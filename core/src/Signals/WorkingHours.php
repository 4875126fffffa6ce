<?php

declare(strict_types=1);

namespace Skarvo\Signals;

/** When a team works: the same hours on certain days of the week, on the clocks of one time zone. */
final readonly class WorkingHours
{
    /**
     * @param  string  $zone  as IANA names it
     * @param  string  $from  such as 08:00; $to is later on the same day
     * @param  list<int>  $days  1 is Monday, 7 is Sunday
     */
    public function __construct(private string $zone, private string $from, private string $to, private array $days) {}

    /**
     * @param  int  $now  seconds since the epoch
     * @return int now if it is within the hours, or else their next beginning; now if there are none
     */
    public function next(int $now): int
    {
        $local = (new \DateTimeImmutable("@$now"))->setTimezone(new \DateTimeZone($this->zone));
        for ($ahead = 0; $ahead <= 8; $ahead++) {
            $day = $local->modify("+$ahead days");
            if (! in_array((int) $day->format('N'), $this->days, true)) {
                continue;
            }
            $from = $day->modify($this->from)->getTimestamp();
            $to = $day->modify($this->to)->getTimestamp();
            if ($now < $to && $from < $to) {
                return max($now, $from);
            }
        }

        return $now;
    }
}
