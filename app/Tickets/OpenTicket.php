<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Priorities;
use App\Incidents\Report;
use App\Tickets\Languages\Translator;
use App\Updates\Contracts\HearsReports;
use Skarvo\Incidents\Targets\TargetHappeningKind;
use Skarvo\Tickets\TicketKind;
use Skarvo\Tickets\TicketState;

/** Each report is a ticket of the desk from the moment it is taken. */
final class OpenTicket implements HearsReports
{
    public function heard(Report $report): void
    {
        if (Ticket::query()->where('report_id', $report->id)->exists()) {
            return;
        }
        [$impact, $urgency] = [$report->answers()->impact(), $report->answers()->urgency()];
        $priority = Priorities::matrix()->priority($impact, $urgency);
        $ticket = Ticket::query()->create([
            'report_id' => $report->id, 'kind' => TicketKind::Report, 'state' => TicketState::New, 'impact' => $impact,
            'urgency' => $urgency, 'item_id' => $report->item_id,
            'priority' => $priority, 'opened_at' => $report->told_at, 'waits_since' => $report->told_at,
        ]);
        Promises::note($ticket, TargetHappeningKind::Opened, $priority);
        Promises::setTimes($ticket);
        Translator::toDesk($ticket, 0, $report->what);
    }
}
