<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

use Skarvo\Value\Must;

/** Who looks at an emergency change afterwards, and within how many working days. */
final readonly class Review
{
    /** @throws \DomainException if there is no time for it */
    public function __construct(public string $by, public int $workingDays)
    {
        Must::atLeast(1, $workingDays, 'The time for a review');
    }

    /**
     * The end of the day by which it is done.
     *
     * @param  list<int>  $holidays  days since 1970-01-01 on which nobody works
     */
    public function due(\DateTimeImmutable $ended, array $holidays = []): \DateTimeImmutable
    {
        $day = $ended;
        for ($left = $this->workingDays; $left > 0;) {
            $day = $day->modify('+1 day');
            $number = intdiv((int) $day->setTime(12, 0)->format('U') + $day->getOffset(), 86400);
            $left -= (int) $day->format('N') < 6 && ! in_array($number, $holidays, true) ? 1 : 0;
        }

        return $day->setTime(23, 59);
    }
}
