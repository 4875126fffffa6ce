<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Outbox\Outbox;

/** Mail to whoever reported something, if they left an address. Call it inside a transaction. */
final class TicketMail
{
    /** @param  string  $text  ends where the address of their page is to follow */
    public static function put(Ticket $ticket, string $key, string $subject, string $text): void
    {
        $report = $ticket->report;
        if ($report->email === null) {
            return;
        }
        Journal::write(
            Actor::system(), PlatformEntry::MailQueued, ['report', $report->id],
            ['mail' => $key, 'to' => $report->email, 'subject' => $subject], [Ticket::KIND => $ticket->id],
        );
        Outbox::put('mail', $key, [
            'to' => $report->email, 'subject' => $subject, 'about' => ['report' => $report->id],
            'text' => 'Hello'.($report->name === null ? '' : " $report->name").",\n\n$text".route('report.follow', $report->key())."\n",
        ], now());
    }
}
