<?php

declare(strict_types=1);

namespace App\Tickets\WaysIn;

use App\Incidents\Report;
use App\Tickets\HearReporter;
use App\Tickets\TellReporter;
use App\Tickets\Ticket;
use App\Updates\NewReport;
use App\Updates\TakeReport;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\WayIn;
use Skarvo\Tickets\Mail\MailReply;
use Skarvo\Tickets\Phrase;
use Skarvo\Tickets\TicketState;

/** A message in a channel of a chat becomes a ticket; what follows in its thread goes on with it, on both sides. */
final readonly class TakeChat
{
    public function __construct(private TakeReport $take, private HearReporter $hear) {}

    /**
     * @param  string  $thread  of the channel; the first message of it begins a ticket
     * @param  string  $message  as the chat calls it: the same again is the same message
     */
    public function __invoke(string $channel, string $thread, string $message, string $author, string $text): Report
    {
        return DB::transaction(function () use ($channel, $thread, $message, $author, $text): Report {
            $id = "$channel\n$message";
            $before = CameIn::before(WayIn::Chat, $id, "$channel\n$thread\n$author\n$text");
            if ($before !== null) {
                return $before;
            }
            $report = Report::query()->where('chat_channel', $channel)->where('chat_thread', $thread)->first();
            $key = 'chat-'.substr(hash('sha256', $id), 0, 50);
            if ($report === null) {
                $report = ($this->take)(new NewReport(null, $text, null, $author, null, null, $key, WayIn::Chat));
                $report->update(['chat_channel' => $channel, 'chat_thread' => $thread]);
                $ticket = Ticket::query()->where('report_id', $report->id)->firstOrFail();
                TellReporter::put(
                    $ticket, "confirm-$report->id", Phrase::Received, Phrase::InThread->in(TellReporter::language($ticket), $ticket->ref()),
                    Phrase::FollowHere, true,
                );
            } else {
                $isOver = Ticket::query()->where('report_id', $report->id)->where('state', TicketState::Done)->exists();
                ($this->hear)($report, $text, $isOver && ! MailReply::isThanks($text), false, $key);
            }
            CameIn::keep(WayIn::Chat, $id, "$channel\n$thread\n$author\n$text", $report);

            return $report;
        });
    }
}
