<?php

declare(strict_types=1);

namespace Skarvo\Signals\Tuning;

use Skarvo\Value\Must;

/** A check by what it made in a span of time, and what it would need to make less of it. */
final readonly class NoisyCheck
{
    /** Seconds: what is over sooner than this was hardly worth a look. */
    public const BRIEF_SECONDS = 300;

    /** Items, or alerts, that are still few. */
    private const FEW_ITEMS = 3;

    private const FEW_ALERTS = 2;

    /**
     * @param  int  $flips  how often its alerts cleared and fired again
     * @param  int  $items  on how many items it fired
     * @param  int  $brief  alerts that were over within BRIEF_SECONDS
     * @param  int  $unneeded  alerts that were over without anybody having taken them
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public int $alerts, public int $flips, public int $items, public int $brief, public int $unneeded)
    {
        foreach ([
            'alerts' => $alerts, 'flips' => $flips, 'items' => $items, 'brief' => $brief, 'unneeded' => $unneeded,
        ] as $what => $count) {
            Must::atLeast(0, $count, "The number of $what");
        }
        Must::hold($brief <= $alerts && $unneeded <= $alerts, 'Of its alerts, no more than all were brief or not needed.');
    }

    /** Said from its numbers alone; "fewer of these" tries it on its signals. */
    public function need(): string
    {
        return match (true) {
            $this->flips > $this->alerts => 'It goes on and off: a longer settle would keep it one alert.',
            $this->items > self::FEW_ITEMS
                && $this->alerts >= 2 * $this->items => 'It comes again and again, from many items: a hold, or one key for all of them.',
            $this->items > self::FEW_ITEMS => 'It comes from many items at once: one key for all of them.',
            $this->alerts <= self::FEW_ALERTS => 'Nothing stands out.',
            $this->brief * 2 >= $this->alerts => 'It is over within minutes by itself: a hold would keep most of it back.',
            $this->unneeded === $this->alerts => 'Nobody ever took it: record it only, or find who it is for.',
            default => 'It is repaired again and again: look for the cause.',
        };
    }
}
