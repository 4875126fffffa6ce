<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\HasTeams;

/** What of a team stands here. */
final class AlertsOfTeams implements HasTeams
{
    public function ofTeams(): array
    {
        return [['alerts', 'alert', 'alerts']];
    }
}
