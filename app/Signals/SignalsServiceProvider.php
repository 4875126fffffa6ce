<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Capability;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\Swept;
use App\Platform\Contracts\TellsEntries;

final class SignalsServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            RunsOut::class => [AlertClocks::class],
            BandRow::class => [AlertsOnBand::class],
            Finds::class => [FindAlerts::class],
            ClockPart::class => [Intake\Heartbeats::class, TakeSignals::class, ReturnWaitingAlerts::class],
            Swept::class => [Intake\ForgetOldSignals::class, RemindOfDates::class],
            TellsEntries::class => [SignalWords::class],
        ];
    }

    protected function routes(): string
    {
        return 'signals';
    }
}
