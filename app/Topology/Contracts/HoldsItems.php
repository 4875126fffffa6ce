<?php

declare(strict_types=1);

namespace App\Topology\Contracts;

use App\Topology\Item;

/** Somebody who needs an item to stay in the estate. */
interface HoldsItems
{
    /** @return string|null why it cannot be retired, and what to do first; null if it can */
    public function whyNotRetire(Item $item): ?string;
}
