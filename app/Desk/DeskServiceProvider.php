<?php

declare(strict_types=1);

namespace App\Desk;

use App\Desk\Known\KeepKnown;
use App\Desk\Known\SeenBeforeInRoom;
use App\Incidents\Contracts\RoomPanel;
use App\Platform\Capability;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\TellsEntries;

final class DeskServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Finds::class => [FindWritten::class, FindPeople::class],
            ClockPart::class => [Sweep::class, KeepKnown::class],
            RoomPanel::class => [SeenBeforeInRoom::class],
            TellsEntries::class => [DeskWords::class],
        ];
    }

    protected function routes(): string
    {
        return 'desk';
    }
}
