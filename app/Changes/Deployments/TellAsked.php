<?php

declare(strict_types=1);

namespace App\Changes\Deployments;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Tickets\TellReporter;
use App\Tickets\Ticket;
use Skarvo\Changes\Deployments\WorkItems;
use Skarvo\Tickets\Phrase;

/**
 * Whoever asked for what a deployment finishes hears that it is in place, and that it had to be taken out again: reporters in their
 * own language, those who work on a ticket, a task or an incident in its journal. Call it inside a transaction.
 */
final class TellAsked
{
    public static function of(Change $change, bool $isIn): void
    {
        $named = WorkItems::in((string) $change->work_item);
        foreach (
            Ticket::query()->with(Ticket::NEEDS)->whereIn('report_id', $named->reports)->orWhereIn('id', $named->tasks)->orderBy('id')
                ->get() as $ticket
        ) {
            // A report's ticket and a task's ticket are counted by different numbers.
            if (
                $ticket->report_id !== null
                    ? ! in_array($ticket->report_id, $named->reports, true)
                    : ! in_array($ticket->id, $named->tasks, true)
            ) {
                continue;
            }
            $incident = $ticket->task?->incident_id;
            self::write($change, $isIn, $ticket->ref(), [
                Ticket::KIND => $ticket->task->ticket_id ?? $ticket->id,
                ...($ticket->report_id === null ? [] : [Report::KIND => $ticket->report_id]),
                ...($incident === null ? [] : [Incident::KIND => $incident]),
            ]);
            if ($ticket->report !== null) {
                $words = ($isIn ? Phrase::BroughtIn : Phrase::TakenOut)->in(TellReporter::language($ticket));
                TellReporter::put(
                    $ticket, "deployed-$change->id-$ticket->id-".($isIn ? 'in' : 'out'), Phrase::About, $words,
                    $isIn ? Phrase::StillBroken : Phrase::FollowHere, true
                );
            }
        }
        foreach (Incident::query()->whereKey($named->incidents)->orderBy('id')->get() as $incident) {
            self::write($change, $isIn, $incident->ref(), [Incident::KIND => $incident->id]);
        }
    }

    /** @param  array<string, int>  $also  in whose journals it stands */
    private static function write(Change $change, bool $isIn, string $for, array $also): void
    {
        Journal::write(
            Actor::system(), $isIn ? ChangeEntry::Delivered : ChangeEntry::TakenOut, ['change', $change->id],
            ['ref' => $change->ref(), 'title' => $change->title, 'for' => $for], $also,
        );
    }
}
