<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Incidents\Incident;

/** Owes somebody an update more often than the priority of an incident asks for. */
interface OwesUpdates
{
    /** @return array{seconds: int, to: string}|null the most often that it is owed, and to whom; null: nobody asks for more */
    public function owes(Incident $incident): ?array;
}
