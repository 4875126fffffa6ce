<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Refused;
use App\Tickets\Languages\Translation;
use App\Tickets\Steps\Task;
use App\Updates\Files\KeepFiles;
use Illuminate\Support\Facades\DB;
use Skarvo\Tickets\TicketState;

/**
 * Erases who reported something, and what was said: at their request, or when a ticket has been closed for long. The ticket
 * and its journal stay, without the person. Call it inside a transaction.
 */
final class ForgetReporter
{
    /** The clock has other things to do. */
    private const AT_ONCE = 50;

    public const ERASED = 'What was reported was erased.';

    private const TASK_ERASED = 'What was asked was erased.';

    /** @throws Refused if it is not over */
    public function __invoke(Ticket $ticket, Actor $by, string $why): void
    {
        Locked::again($ticket);
        if ($ticket->state !== TicketState::Done) {
            throw Refused::because("{$ticket->ref()} is open: whoever reported it is still to be answered. Close it first.");
        }
        // Under a new token: the address that they were given opens nothing any more.
        $email = $ticket->reported()->email;
        $ticket->reported()->update([
            'answered' => null, 'better' => null, 'chat_channel' => null, 'chat_thread' => null, 'name' => null, 'email' => null,
            'what' => self::ERASED, 'token' => Report::newToken(),
        ]);
        TicketPost::query()->where('ticket_id', $ticket->id)->update(['text' => null]);
        KeepFiles::erase($ticket->reported());
        Translation::query()->where('ticket_id', $ticket->id)->update(['text' => null]);
        Attempt::query()->where('ticket_id', $ticket->id)->update(['what' => self::ERASED, 'why' => null]);
        $ticket->update(['more_urgent' => null, 'guesses' => null]);
        Journal::erase(Report::KIND, $ticket->reported()->id);
        Journal::erase(Ticket::KIND, $ticket->id);
        self::tasks($ticket);
        DB::table('outbox')->whereIn('kind', ['mail', 'chat', 'translation'])->whereNotNull('sent_at')->where(static fn($query) => $query
                ->where('payload->about->report', $ticket->report_id)
                ->when($email !== null, static fn($own) => $own->orWhere('payload->to', $email)))
            ->update(['payload' => json_encode(['erased' => true], JSON_THROW_ON_ERROR)]);
        Journal::write(
            $by, TicketEntry::Forgotten, $ticket->subject(), ['ref' => $ticket->ref(), 'why' => $why], ['report' => $ticket->report_id],
        );
    }

    /** What teams were asked about it may name whoever reported it, and so may what they said. A checklist says what it says of all. */
    private static function tasks(Ticket $ticket): void
    {
        $own = Ticket::query()->whereIn('task_id', Task::query()->of($ticket)->select('id'))->pluck('id');
        Task::query()->of($ticket)->update(['why' => null, 'blocked' => null]);
        Task::query()->of($ticket)->whereNull('checklist_id')->update(['text' => self::TASK_ERASED]);
        TicketPost::query()->whereIn('ticket_id', $own)->update(['text' => null]);
        Attempt::query()->whereIn('ticket_id', $own)->update(['what' => self::ERASED, 'why' => null]);
        foreach ($own as $id) {
            Journal::erase(Ticket::KIND, (int) $id);
        }
    }

    /** @return int how many of those that have been closed for long; call it inside a transaction */
    public static function old(): int
    {
        $old = Ticket::query()->with('report')->where('state', TicketState::Done)
            ->where('closed_at', '<', now()->subDays(config()->integer('skarvo.reporters_kept_days')))
            ->whereHas('report', static fn($query) => $query->where('what', '!=', self::ERASED))
            ->orderBy('id')->limit(self::AT_ONCE)->get();
        foreach ($old as $ticket) {
            (new self)($ticket, Actor::system(), '');
        }

        return $old->count();
    }
}
