<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;
use Skarvo\Value\Must;

/** When a follower wants to hear: at once, not at night, or once a day of what is not urgent. */
final readonly class Calm
{
    private ?WeekHours $quiet;

    /**
     * @param  int|null  $from  seconds of the day from which they want quiet; null: never
     * @param  int|null  $until  likewise, until which; not later than $from: on the next day
     * @param  int|null  $digest  seconds of the day at which they read of all that is not urgent; null: at once
     *
     * @throws \DomainException
     */
    public function __construct(private Zone $zone, ?int $from = null, ?int $until = null, private ?int $digest = null)
    {
        Must::hold(($from === null) === ($until === null), 'Quiet hours have a beginning and an end.');
        Must::hold($from === null || $from !== $until, 'Quiet hours that end as they begin would never end.');
        Must::hold($digest === null || ($digest >= 0 && $digest < WeekHours::DAY), 'A daily digest comes at a time of day.');
        $this->quiet = $from === null || $until === null ? null : new WeekHours(Weekday::cases(), $from, $until);
    }

    /**
     * @param  int  $at  seconds since the epoch
     * @return int when it goes to them
     */
    public function due(int $at, bool $isUrgent): int
    {
        if ($isUrgent) {
            return $at;
        }
        // What is read once a day may fall into the quiet hours: then it waits for their end.
        return $this->afterQuiet($this->digest === null ? $at : $this->nextDigest($at));
    }

    private function nextDigest(int $at): int
    {
        $local = $at + $this->zone->offset($at);
        $day = intdiv($local, WeekHours::DAY);
        do {
            $due = $this->zone->instant($day++ * WeekHours::DAY + (int) $this->digest);
        } while ($due < $at);

        return $due;
    }

    private function afterQuiet(int $at): int
    {
        foreach ($this->quiet?->open($this->zone, $at, $at) ?? [] as [$from, $to]) {
            if ($from <= $at && $at < $to) {
                return $to;
            }
        }

        return $at;
    }
}
