<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Person;

/** What a capability shows in the room of an incident. */
interface RoomPanel
{
    /**
     * @return array<string, (\Closure(): mixed)|\Inertia\OptionalProp|\Inertia\DeferProp> props of the room, each worked out when it is
     *      asked for
     */
    public function room(Incident $incident, Situation $situation, Person $reader): array;
}
