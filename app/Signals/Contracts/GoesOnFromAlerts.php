<?php

declare(strict_types=1);

namespace App\Signals\Contracts;

/** What became of alerts beyond the signals: the narrow end of the funnel. */
interface GoesOnFromAlerts
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch
     * @return array<string, int> how many there were, by what they are
     */
    public function counts(int $from, int $to): array;
}
