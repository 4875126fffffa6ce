<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** What runs out: deadlines of one kind, for the running clocks of the Desk. */
interface RunsOut
{
    /** @return list<RunningClock> in any order */
    public function clocks(): array;
}
