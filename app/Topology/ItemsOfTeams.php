<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Contracts\HasTeams;

/** What of a team stands here. */
final class ItemsOfTeams implements HasTeams
{
    public function ofTeams(): array
    {
        return [['items', 'item', 'items']];
    }
}
