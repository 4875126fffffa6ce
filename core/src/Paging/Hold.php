<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Value\Must;

/**
 * What becomes of a yes after which nothing is done: whoever gave it is asked again, and if they stay silent the call goes on.
 *
 * Somebody who says yes half asleep and sleeps on must not hold a call for ever.
 */
final readonly class Hold
{
    /**
     * @param  int  $since  when they said yes, seconds since the epoch
     * @param  int  $patience  seconds after which doing nothing is asked about
     * @param  int  $answerWithin  seconds that they have for an answer then
     * @param  int|null  $beginsAt  when they said that they begin, if later than at once
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public int $since, public int $patience, public int $answerWithin, public ?int $beginsAt = null)
    {
        Must::atLeast(1, $patience, 'The patience after a yes');
        Must::atLeast(1, $answerWithin, 'The time to answer');
    }

    /**
     * What is due next if nothing more is done.
     *
     * @param  list<int>  $deeds  when they did anything about it, in any order
     * @param  int|null  $asked  when they were asked again, if they were
     * @return array{int, HoldStep}|null when, and what; null once something was done
     */
    public function next(array $deeds, ?int $asked): ?array
    {
        foreach ($deeds as $deed) {
            if ($deed > $this->since) {
                return null;
            }
        }
        if ($asked === null || $asked < $this->since) {
            return [max($this->beginsAt ?? $this->since + $this->patience, $this->since), HoldStep::Ask];
        }

        return [$asked + $this->answerWithin, HoldStep::Release];
    }
}
