<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** Hours of the week, with dates on which others hold: public holidays, the eve of one. */
final readonly class OpenHours
{
    /**
     * @param  list<WeekHours>  $weekly  those that overlap count once
     * @param  array<int, list<WeekHours>>  $except  by day since 1970-01-01: what opens on it in place of the weekly ones,
     *     whatever days of the week these are for; what opened the day before goes on
     */
    public function __construct(private Zone $zone, private array $weekly, private array $except = []) {}

    /**
     * @param  int  $at  seconds since the epoch
     * @param  int  $withinSeconds  so far ahead it is looked
     * @return int|null when it opens next, or the moment itself where it is open; null if it does not open within that time
     */
    public function next(int $at, int $withinSeconds): ?int
    {
        return $this->between($at, $at + $withinSeconds)->all[0][0] ?? null;
    }

    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch, not included
     */
    public function between(int $from, int $to): Intervals
    {
        $stretches = [];
        $last = intdiv($to, WeekHours::DAY) + 3;
        for ($day = intdiv($from, WeekHours::DAY) - 3; $day <= $last; $day++) {
            $hours = $this->except[$day] ?? array_filter($this->weekly, static fn(WeekHours $one): bool => $one->areOn($day));
            foreach ($hours as $one) {
                $stretch = $one->onDay($this->zone, $day);
                if ($stretch !== null) {
                    $stretches[] = $stretch;
                }
            }
        }

        return Intervals::of($stretches)->within($from, $to);
    }
}
