<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** Something that runs by elapsed time, and has to be told when the machine's clock is set. */
interface KeepsElapsedTime
{
    /**
     * @param  int  $seconds  by which the clock was set forward; less than zero is back
     * @param  \Closure(): bool  $mayWork
     */
    public function clockWasSet(int $seconds, \Closure $mayWork): void;
}
