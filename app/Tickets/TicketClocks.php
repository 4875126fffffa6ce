<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Tickets\TicketKind;

/** Promises of tickets that are near, or past. */
final class TicketClocks implements RunsOut
{
    /** So many of the nearest: a list of hundreds tells nobody what to do first. */
    private const MOST = 20;

    public function clocks(): array
    {
        return array_values(Ticket::query()->with(Ticket::NEEDS)->open()
            ->where(static fn(Builder $any) => $any->where(static fn(Builder $loose) => $loose->withIncident(false))->orWhere(
                // What has a time of its own is counted by that.
                static fn(Builder $task) => $task->whereHas('task', static fn(Builder $own) => $own->whereNull('due_at')),
            ))
            ->where('warn_at', '<=', now())
            ->whereNotNull('due_at')->orderBy('due_at')->limit(self::MOST)->get()
            ->map(static function (Ticket $ticket): RunningClock {
                $isAnswer = $ticket->respond_by !== null && ($ticket->restore_by === null || $ticket->respond_by <= $ticket->restore_by);

                return new RunningClock(
                    ($isAnswer ? 'respond-' : 'ticket-')."$ticket->id", self::words($ticket, $isAnswer).$ticket->ref(),
                    "priority $ticket->priority", $ticket->due_at ?? $ticket->opened_at, $ticket->opened_at, "/tickets/$ticket->id", true,
                    $ticket->person_id,
                );
            })->all());
    }

    private static function words(Ticket $ticket, bool $isAnswer): string
    {
        return match (true) {
            $ticket->kind === TicketKind::Task => $isAnswer ? 'To be taken, ' : 'To be done, ',
            default => $isAnswer ? 'First answer, ' : 'To be solved, ',
        };
    }
}
