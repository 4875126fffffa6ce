<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Contracts\BandRow;
use App\Platform\Person;
use Skarvo\Changes\ChangeState;

/** Changes as marks on the time band: those that were made, are under way, or are approved. */
final class ChangesOnBand implements BandRow
{
    public function rows(Person $reader, int $from, int $to): array
    {
        return ['changes' => array_values(NearChanges::all()
            ->filter(static fn(Change $one): bool => ($one->began_at !== null || $one->state === ChangeState::Approved)
                && $one->from()->getTimestamp() < $to && $one->to()->getTimestamp() >= $from)
            ->map(static fn(Change $one): array => [
                'id' => $one->id, 'ref' => $one->ref(), 'title' => $one->title, 'from' => $one->from(), 'to' => $one->to(),
                'state' => $one->state->value,
            ])->all())];
    }
}
