<?php

declare(strict_types=1);

namespace Skarvo\Changes\Course;

/** Whether a change can be taken back, up to where, and how long that takes. */
final readonly class WayBack
{
    /**
     * @param  bool  $isNamed  whether anybody said how, for the whole or for a step
     * @param  int|null  $minutes  that it takes; null: nobody said
     * @param  list<array{text: string, noReturn: bool, done: bool}>  $steps
     */
    public function __construct(private bool $isNamed, private ?int $minutes, private array $steps) {}

    public function words(): string
    {
        if (! $this->isNamed) {
            return 'No way back is named.';
        }
        $takes = $this->minutes === null ? 'nobody said how long that takes' : "that takes about $this->minutes min";
        foreach ($this->steps as $i => $step) {
            if ($step['noReturn']) {
                return $step['done']
                    ? 'The point of no return is behind: there is no way back any more.'
                    : 'It can be taken back until step '.($i + 1)." (“{$step['text']}”) is done, and then no more; $takes.";
            }
        }

        return "It can be taken back at any time; $takes.";
    }

    /**
     * @param  int  $to  when it has to be over, in seconds since the epoch
     * @return int|null the last moment at which one turns back and is done in time; null where there is no way back, or none knows how long
     *      it takes
     */
    public function turnBackBy(int $to): ?int
    {
        $isBehind = array_filter($this->steps, static fn(array $step): bool => $step['noReturn'] && $step['done']) !== [];

        return ! $this->isNamed || $this->minutes === null || $isBehind ? null : $to - $this->minutes * 60;
    }
}
