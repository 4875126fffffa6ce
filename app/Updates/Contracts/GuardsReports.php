<?php

declare(strict_types=1);

namespace App\Updates\Contracts;

use App\Incidents\Report;
use App\Platform\Person;

/** Whoever knows who of us may open what came with a report. */
interface GuardsReports
{
    public function mayOpen(Report $report, Person $reader): bool;
}
