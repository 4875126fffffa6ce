<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Platform\Person;
use App\Updates\Contracts\GuardsReports;

/** What came with a report is opened by whoever may read its ticket. */
final class GuardTickets implements GuardsReports
{
    public function mayOpen(Report $report, Person $reader): bool
    {
        return Ticket::query()->readableBy($reader)->where('report_id', $report->id)->exists();
    }
}
