<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Capability;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\Swept;
use App\Platform\Contracts\TellsEntries;

final class IncidentsServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            RunsOut::class => [TargetClocks::class],
            BandRow::class => [IncidentsOnBand::class],
            Finds::class => [FindIncidents::class],
            ClockPart::class => [HandleAlerts::class],
            Swept::class => [Presence::class],
            TellsEntries::class => [IncidentWords::class],
        ];
    }

    protected function routes(): string
    {
        return 'incidents';
    }
}
