<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

/** When trouble may begin that something made: how likely each second is, in stretches. */
final readonly class Onset
{
    private const MINUTE = 60;

    private const HOUR = 3600;

    /** Within so many minutes of its end most of what a change breaks shows. */
    private const SOON = [[0, 5, 0.28], [5, 12, 0.26], [12, 20, 0.14], [20, 60, 0.05]];

    private const WHILE_IT_RUNS = 0.15;

    private const HOURS_LATER = [[1, 3, 0.06], [3, 6, 0.04]];

    private const NEXT_LOAD = 0.03;

    /** What is broken overnight shows as the load rises: within so many hours, about evenly. */
    private const LOAD_HOURS = [6, 18];

    /**
     * @param  non-empty-list<array{int, int, float}>  $stretches  from and to in seconds since the epoch, and how likely one second in it
     *      is
     */
    private function __construct(public array $stretches) {}

    /** Trouble that a change made. */
    public static function after(RecentChange $change, int $now): self
    {
        $end = $change->to ?? max($now, $change->from + 1);
        $stretches = [];
        $add = static function (int $from, int $to, float $share) use (&$stretches): void {
            if ($to > $from) {
                $stretches[] = [$from, $to, $share / ($to - $from)];
            }
        };
        // One that is still under way has had all of its time to break something.
        $add($change->from, $end, $change->to === null ? 1.0 : self::WHILE_IT_RUNS);
        if ($change->to !== null) {
            foreach (self::SOON as [$from, $to, $share]) {
                $add($end + $from * self::MINUTE, $end + $to * self::MINUTE, $share);
            }
            foreach (self::HOURS_LATER as [$from, $to, $share]) {
                $add($end + $from * self::HOUR, $end + $to * self::HOUR, $share);
            }
            $add($end + self::LOAD_HOURS[0] * self::HOUR, $end + self::LOAD_HOURS[1] * self::HOUR, self::NEXT_LOAD);
        }

        return new self($stretches === [] ? [[$end, $end + 1, 1.0]] : $stretches);
    }

    /** Trouble of its own making, which comes at any time. */
    public static function anyTime(int $from, int $to, float $perSecond): self
    {
        return new self([[$from, $to, $perSecond]]);
    }

    /** How likely one second is. */
    public function at(int $second): float
    {
        $sum = 0.0;
        foreach ($this->stretches as [$from, $to, $perSecond]) {
            $sum += $second >= $from && $second < $to ? $perSecond : 0.0;
        }

        return $sum;
    }
}
