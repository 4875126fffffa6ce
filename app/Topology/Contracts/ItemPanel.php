<?php

declare(strict_types=1);

namespace App\Topology\Contracts;

use App\Topology\Item;
use App\Topology\Standing;

/** What a capability has to say of an item, on its page and on its card. */
interface ItemPanel
{
    /** @return array<string, mixed> props of the item's page */
    public function page(Item $item, Standing $standing): array;

    /** @return array<string, mixed> what the card shows, in short */
    public function card(Item $item): array;
}
