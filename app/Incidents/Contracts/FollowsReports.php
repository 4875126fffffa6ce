<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Incidents\Incident;
use App\Incidents\Report;

/** What ends with a report, and goes on with it. Runs inside a transaction, for one report after the other. */
interface FollowsReports
{
    /** @param  string  $public  what its reporter is told */
    public function ended(Report $report, Incident $incident, string $public): void;

    /** @param  string  $public  what its reporter is told */
    public function again(Report $report, Incident $incident, string $public): void;
}
