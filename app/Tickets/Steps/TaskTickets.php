<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Targets\Promised;
use App\Tickets\Promises;
use App\Tickets\Ticket;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Incidents\Targets\TargetHappeningKind;
use Skarvo\Tickets\TaskState;
use Skarvo\Tickets\TicketKind;
use Skarvo\Tickets\TicketState;

/**
 * What a team is to do is a ticket of its own: it has targets, somebody who has it, and a conversation. Its step says whether it is
 * done. Call it inside a transaction.
 */
final class TaskTickets
{
    public static function open(Task $task): void
    {
        $owner = $task->owner();
        $ticket = Ticket::query()->create([
            'task_id' => $task->id, 'kind' => TicketKind::Task, 'state' => TicketState::New, 'impact' => $owner->impact,
            'urgency' => $owner->urgency, 'priority' => $owner->priority, 'team_id' => $task->team_id, 'person_id' => $task->for_id,
            'opened_at' => now(),
            'waits_since' => now(),
        ]);
        Link::tie($ticket->subject(), $owner instanceof Ticket ? $owner->subject() : [Incident::KIND, $owner->id], LinkKind::PartOf);
        Promises::note($ticket, TargetHappeningKind::Opened, $owner->priority);
        Promises::setTimes($ticket);
    }

    /** A task stands as its step does; and what it belongs to is over, or goes on. */
    public static function follow(Task $task): void
    {
        $ticket = $task->own;
        if ($ticket === null) {
            return;
        }
        $isDone = $task->state !== TaskState::Open || $task->isOver();
        if ($isDone === ($ticket->state === TicketState::Done)) {
            return;
        }
        if ($isDone) {
            Promises::note($ticket, TargetHappeningKind::Met, name: Promised::RESPOND);
        }
        Promises::note($ticket, $isDone ? TargetHappeningKind::Met : TargetHappeningKind::Reopened, name: Promised::RESTORE);
        $ticket->update([
            'state' => $isDone ? TicketState::Done : TicketState::Ours, 'closed_at' => $isDone ? now() : null, 'waits_since' => now(),
            'offered_to_id' => null, 'offered_by_id' => null,
        ]);
        Promises::setTimes($ticket);
    }

    /** What they belong to is over, or goes on. */
    public static function followOwner(Ticket|Incident $owner): void
    {
        foreach (self::of($owner) as $task) {
            self::follow($task);
        }
    }

    /** @return Collection<int, Task> with all that is asked of them */
    private static function of(Ticket|Incident $owner): Collection
    {
        $own = array_map(static fn(string $one): string => "own.$one", Ticket::NEEDS);

        return Task::query()->with(['ticket', 'incident', ...$own])->of($owner)->get();
    }

    /** What they belong to is as pressing as this by now: so are they. */
    public static function press(Ticket|Incident $owner): void
    {
        foreach (self::of($owner) as $task) {
            $ticket = $task->own;
            if ($ticket === null || $ticket->state === TicketState::Done) {
                continue;
            }
            if ($ticket->priority !== $owner->priority) {
                Promises::note($ticket, TargetHappeningKind::Priority, $owner->priority);
            }
            $ticket->update(['impact' => $owner->impact, 'urgency' => $owner->urgency, 'priority' => $owner->priority]);
            Promises::setTimes($ticket);
        }
    }
}
