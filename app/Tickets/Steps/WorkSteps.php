<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Incidents\Incident;
use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;
use App\Tickets\WorkTickets;
use Skarvo\Tickets\TaskState;
use Skarvo\Tickets\TicketState;

/** Steps of a ticket, and tasks of an incident: put there one by one or by a checklist, done or skipped. Call it inside a transaction. */
final readonly class WorkSteps
{
    /** Of one ticket. */
    private const MOST = 60;

    public function __construct(private Person $by) {}

    /** @throws Refused if what it is to belong to is over */
    public function add(Ticket|Incident $owner, string $text, ?Team $team, bool $must): void
    {
        $this->open($owner);
        $task = $this->put($owner, $text, $team?->id, $must, null);
        $this->write(TicketEntry::TaskAdded, $owner, ['text' => $text, 'team' => $team?->id], $task);
    }

    /** @throws Refused if the ticket is closed, or the checklist is there already */
    public function follow(Ticket $ticket, Checklist $checklist): void
    {
        $this->open($ticket);
        if ($checklist->dropped_at !== null) {
            throw Refused::because("“{$checklist->name}” was dropped. Choose another checklist.", 'checklist');
        }
        if (Task::query()->where('ticket_id', $ticket->id)->where('checklist_id', $checklist->id)->exists()) {
            throw Refused::because("The steps of “{$checklist->name}” are there already.", 'checklist');
        }
        foreach ($checklist->steps as $step) {
            // A team that is not there any more: then it is the desk's.
            $this->put($ticket, $step['text'], Team::query()->find($step['team'] ?? '')?->id, $step['must'], $checklist->id);
        }
        $this->write(TicketEntry::ChecklistFollowed, $ticket, ['name' => $checklist->name, 'steps' => count($checklist->steps)]);
    }

    /** @throws Refused if it is another team's, and whoever does it does not work tickets */
    public function settle(Task $task, TaskState $state, string $why): void
    {
        Locked::again($task);
        $this->mayTouch($task);
        if ($task->state === $state) {
            return;
        }
        $owner = $task->owner();
        if ($task->isOver()) {
            throw Refused::because("{$owner->ref()} is closed: its steps stay as they are.");
        }
        $isOpen = $state === TaskState::Open;
        $task->update([
            'state' => $state, 'why' => $state === TaskState::Skipped ? $why : null, 'person_id' => $isOpen ? null : $this->by->id,
            'settled_at' => $isOpen ? null : now(),
        ]);
        TaskTickets::follow($task);
        $this->write(match ($state) {
            TaskState::Open => TicketEntry::TaskReopened,
            TaskState::Done => TicketEntry::TaskDone,
            TaskState::Skipped => TicketEntry::TaskSkipped,
        }, $owner, ['text' => $task->text, ...($state === TaskState::Skipped ? ['why' => $why] : [])], $task);
    }

    /** @throws Refused if it is another team's, and whoever says it does not work tickets; or it is a step of the desk's own */
    public function say(Task $task, string $text): void
    {
        (new WorkTickets($this->by))->note($this->own($task), $text);
    }

    /** @throws Refused as above, or once it is closed */
    public function take(Task $task): void
    {
        (new WorkTickets($this->by))->take($this->own($task));
    }

    private function own(Task $task): Ticket
    {
        $this->mayTouch($task);

        return $task->own ?? throw Refused::because('This is a step of the desk. Say it on the ticket.');
    }

    private function mayTouch(Task $task): void
    {
        // What is the desk's own is not everybody's who is in no team.
        $isTheirs = $task->team_id !== null && $task->team_id === $this->by->team_id;
        if (! $isTheirs && ! Deed::WorkTickets->isAllowedTo($this->by)) {
            throw Refused::because('This is a task of another team.');
        }
    }

    /** @throws Refused while a step is open without which the ticket must not be closed */
    public static function mayClose(Ticket $ticket): void
    {
        $open = Task::query()->where('ticket_id', $ticket->id)->open()->where('must', true)->orderBy('ordinal')->pluck('text')->all();
        if ($open !== []) {
            throw Refused::because(
                "{$ticket->ref()} cannot be closed before this is done: “".implode('”, “', array_map(strval(...), $open)).'”. Do it, or skip it with a reason.',
            );
        }
    }

    private function put(Ticket|Incident $owner, string $text, ?string $team, bool $must, ?int $checklist): Task
    {
        $ordinal = (int) Task::query()->of($owner)->max('ordinal') + 1;
        if ($ordinal > self::MOST) {
            throw Refused::because("{$owner->ref()} has as many steps as there can be: ".self::MOST.'. Put the rest elsewhere.', 'text');
        }
        $task = Task::query()->create([
            'ticket_id' => $owner instanceof Ticket ? $owner->id : null,
            'incident_id' => $owner instanceof Incident ? $owner->id : null, 'checklist_id' => $checklist, 'ordinal' => $ordinal,
            'text' => $text,
            'team_id' => $team, 'must' => $must,
            'state' => TaskState::Open, 'made_at' => now(),
        ]);
        if ($team !== null) {
            TaskTickets::open($task);
        }

        return $task;
    }

    private function open(Ticket|Incident $owner): void
    {
        Locked::again($owner);
        if ($owner instanceof Ticket ? $owner->state === TicketState::Done : ! $owner->isOpen()) {
            throw Refused::because("{$owner->ref()} is closed already.");
        }
        if ($owner instanceof Ticket && ! $owner->kind->isReported()) {
            throw Refused::because("{$owner->ref()} is a task itself. Add it where that belongs to.");
        }
    }

    /** @param  array<string, mixed>  $facts */
    private function write(TicketEntry $kind, Ticket|Incident $owner, array $facts, ?Task $task = null): void
    {
        Journal::write(
            Actor::person($this->by), $kind, $owner instanceof Ticket ? $owner->subject() : [Incident::KIND, $owner->id],
            ['ref' => $owner->ref(), ...$facts],
            [...($owner instanceof Ticket ? ['report' => $owner->report_id] : []), Ticket::KIND => $task?->own?->id],
        );
    }
}
