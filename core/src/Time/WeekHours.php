<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** The same hours on certain days of the week, on whatever clock. Those that pass midnight belong to the day on which they begin. */
final readonly class WeekHours
{
    public const DAY = 86400;

    /** @var list<int> 1 is Monday, 7 is Sunday */
    private array $days;

    /**
     * @param  list<Weekday>  $days  on which they begin; none means never
     * @param  int  $from  seconds of the day, as the clock shows them
     * @param  int  $to  likewise, not included, up to 86400; not later than $from means the next day
     *
     * @throws \DomainException if an end is no time of day
     */
    public function __construct(array $days, private int $from, private int $to)
    {
        if ($from < 0 || $from >= self::DAY || $to < 0 || $to > self::DAY) {
            throw new \DomainException("Hours lie within a day; these go from $from to $to seconds.");
        }
        $this->days = array_map(static fn(Weekday $day): int => $day->number(), $days);
    }

    /**
     * The stretches of them near a range, one for each day.
     * Each end is a wall-clock time of its own; a stretch that a clock change turns around is left out.
     *
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch
     * @return list<array{int, int}> from, to
     */
    public function open(Zone $zone, int $from, int $to): array
    {
        $stretches = [];
        for ($day = intdiv($from, self::DAY) - 3; $day <= intdiv($to, self::DAY) + 3; $day++) {
            $stretch = $this->areOn($day) ? $this->onDay($zone, $day) : null;
            if ($stretch !== null) {
                $stretches[] = $stretch;
            }
        }

        return $stretches;
    }

    /**
     * The stretch of them that begins on one day, whatever day of the week that is.
     *
     * @param  int  $day  since 1970-01-01
     * @return array{int, int}|null from, to; null where a clock change turns it around
     */
    public function onDay(Zone $zone, int $day): ?array
    {
        $opens = $zone->instant($day * self::DAY + $this->from);
        $closes = $zone->instant(($this->to > $this->from ? $day : $day + 1) * self::DAY + $this->to);

        return $closes > $opens ? [$opens, $closes] : null;
    }

    /**
     * Whether a clock shows one of them.
     *
     * @param  int  $local  seconds since 1970-01-01T00:00 as the wall clock counts
     */
    public function hold(int $local): bool
    {
        $clock = (($local % self::DAY) + self::DAY) % self::DAY;
        $day = intdiv($local - $clock, self::DAY);
        if ($this->from < $this->to) {
            return $this->areOn($day) && $clock >= $this->from && $clock < $this->to;
        }

        return ($clock >= $this->from && $this->areOn($day)) || ($clock < $this->to && $this->areOn($day - 1));
    }

    /** @param  int  $day  since 1970-01-01 */
    public function areOn(int $day): bool
    {
        return in_array(CivilDate::weekday($day), $this->days, true);
    }
}
