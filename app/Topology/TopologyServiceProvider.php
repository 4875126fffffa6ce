<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Capability;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\HasTeams;
use App\Platform\Contracts\InHand;
use App\Platform\Contracts\Swept;
use App\Platform\Contracts\TellsEntries;

final class TopologyServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Finds::class => [ItemsFound::class],
            Swept::class => [Exchange\ForgetOldImports::class],
            TellsEntries::class => [TopologyWords::class],
            HasTeams::class => [ItemsOfTeams::class],
            InHand::class => [ItemsInHand::class],
        ];
    }

    protected function routes(): string
    {
        return 'topology';
    }
}
