<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\BandRow;
use App\Platform\Moment;
use App\Platform\Person;

/** Incidents that are open, or were, each from its beginning to its end. */
final class IncidentsOnBand implements BandRow
{
    public function rows(Person $reader, int $from, int $to): array
    {
        return ['incidents' => Incident::query()->where(fn($query) => $query->whereNull('resolved_at')->orWhere('resolved_at', '>=', Moment::of($from)))->orderBy('started_at')->get()
            ->map(static fn(Incident $i): array => [
                'id' => $i->id, 'ref' => $i->ref(), 'title' => $i->title, 'from' => $i->started_at, 'to' => $i->resolved_at,
            ])];
    }
}
