<?php

declare(strict_types=1);

namespace App\Topology\Contracts;

use App\Platform\Journal\Entry;
use Illuminate\Database\Eloquent\Builder;

/** Entries that belong to an item's history though they are about something else. */
interface JoinsHistory
{
    /** @param  Builder<Entry>  $entries  to which a condition is added that lets them in */
    public function join(Builder $entries, string $item): void;
}
