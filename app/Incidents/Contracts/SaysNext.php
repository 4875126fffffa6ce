<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Incidents\Incident;

/** What a capability knows of what is to be done next about an open incident. */
interface SaysNext
{
    /** @return list<string> each a line: who does what, and by when */
    public function next(Incident $incident): array;
}
