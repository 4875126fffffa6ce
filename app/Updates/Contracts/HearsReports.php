<?php

declare(strict_types=1);

namespace App\Updates\Contracts;

use App\Incidents\Report;

/** Whoever does something with each report that comes in. */
interface HearsReports
{
    /** Called inside the transaction in which the report is taken. */
    public function heard(Report $report): void;
}
