<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/**
 * Of a part of the clock that nobody waits for within the second: while others have work to do, it comes seldom, and else four times
 * a second.
 */
interface CanWait extends ClockPart
{
    /** How seldom at most, in seconds. */
    public function waitsSeconds(): float;
}
