<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Moment;
use App\Signals\Contracts\GoesOnFromAlerts;

/** How many incidents alerts, and people, led to. */
final class IncidentsOfFunnel implements GoesOnFromAlerts
{
    public function counts(int $from, int $to): array
    {
        return ['incidents' => Incident::query()->whereBetween('declared_at', [Moment::text($from), Moment::text($to)])->count()];
    }
}
