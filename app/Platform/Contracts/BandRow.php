<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Person;

/** Rows of the time band. */
interface BandRow
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch
     * @return array<string, mixed> what a row shows, by the name under which the band draws it
     */
    public function rows(Person $reader, int $from, int $to): array;
}
