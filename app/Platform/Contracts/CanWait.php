<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/**
 * Of a part of the clock that nobody waits for within the second: while others have work to do, it comes once a second, and else four
 * times.
 */
interface CanWait extends ClockPart {}
