<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

/** Has work of which something is promised. */
interface CountsTargets
{
    /** What is promised has changed: all that is open is counted anew, from its opening. Runs inside a transaction. */
    public function countAnew(): void;
}
