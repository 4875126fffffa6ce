<?php

declare(strict_types=1);

namespace App\Topology\Contracts;

use App\Platform\Journal\Entry;
use Illuminate\Database\Eloquent\Builder;

/** Entries that belong to an item's history though they are about something else. */
interface JoinsHistory
{
    /** @return \Closure(Builder<Entry>): mixed a condition on entries */
    public function entries(string $item): \Closure;
}
