<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Under\Children;
use App\Platform\Contracts\BandRow;
use App\Platform\Moment;
use App\Platform\Person;

/** Incidents that are open, or were, each from its beginning to its end; a larger one stands for all that is part of it. */
final class IncidentsOnBand implements BandRow
{
    public function rows(Person $reader, int $from, int $to): array
    {
        return ['incidents' => Incident::allOpen()->concat(Incident::query()->where('resolved_at', '>=', Moment::of($from))->get())
            ->filter(static fn(Incident $i): bool => Children::parentOf($i->id) === null)->sortBy('started_at')->values()
            ->map(static fn(Incident $i): array => [
                'id' => $i->id, 'ref' => $i->ref(), 'title' => $i->title, 'from' => $i->started_at, 'to' => $i->resolved_at,
            ])];
    }
}
