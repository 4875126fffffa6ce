<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Capability;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\HasTeams;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\Swept;
use App\Platform\Contracts\TellsEntries;
use App\Topology\Contracts\BeginsReach;
use App\Topology\Contracts\HoldsItems;
use App\Topology\Contracts\ItemPanel;
use App\Topology\Contracts\MarksItems;
use App\Topology\Contracts\Observes;

final class SignalsServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            RunsOut::class => [AlertClocks::class],
            BandRow::class => [AlertsOnBand::class],
            Finds::class => [FindAlerts::class],
            ClockPart::class => [Intake\Heartbeats::class, TakeSignals::class, ReturnWaitingAlerts::class, KeepGroupsInOrder::class],
            Swept::class => [Intake\ForgetOldSignals::class, RemindOfDates::class],
            TellsEntries::class => [SignalWords::class],
            Observes::class => [Observed::class],
            ItemPanel::class => [AlertsOfItem::class],
            MarksItems::class => [AlertsOfItem::class],
            BeginsReach::class => [GroupsReach::class],
            HasTeams::class => [AlertsOfTeams::class],
            HoldsItems::class => [AlertsOfItem::class],
        ];
    }

    protected function routes(): string
    {
        return 'signals';
    }
}
