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
use App\Platform\Staff\Names;
use App\Platform\Team;
use App\Tickets\HandTickets;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;
use App\Tickets\WorkTickets;
use Carbon\CarbonImmutable;
use Skarvo\Tickets\TaskState;
use Skarvo\Tickets\TicketState;

/** Steps of a ticket, and tasks of an incident: put there one by one or by a checklist, done or skipped. Call it inside a transaction. */
final readonly class WorkSteps
{
    /** Of one ticket. */
    private const MOST = 60;

    public function __construct(private Person $by) {}

    /**
     * @param  Person|null  $for  who is to do it; their team sees it too
     *
     * @throws Refused if what it is to belong to is over, or whoever is to do it is not here any more
     */
    public function add(
        Ticket|Incident $owner, string $text, ?Team $team, bool $must, ?Person $for = null, ?CarbonImmutable $due = null,
    ): void {
        $this->open($owner);
        self::mustBeHere($for);
        $task = $this->put($owner, $text, $for->team_id ?? $team?->id, $must, null, $for, $due);
        $this->write(TicketEntry::TaskAdded, $owner, [
            'task' => $task->id, 'text' => $text, 'team' => $team?->id, 'person' => $for?->id, 'due' => $due?->toIso8601ZuluString(),
        ], $task);
    }

    /**
     * It goes to somebody else, or to a team, at once: whoever has it now does not do it.
     *
     * @throws Refused if it is another's, settled, or has gone on meanwhile
     */
    public function passOn(Task $task, ?Team $team, ?Person $for, string $why, ?string $was): void
    {
        Locked::again($task);
        $this->mayTouch($task);
        self::mustBeHere($for);
        if ($task->state !== TaskState::Open || $task->isOver()) {
            throw Refused::because('It is settled: there is nothing to pass on.');
        }
        if ($task->for_id !== $was) {
            throw Refused::because(
                $task->for_id === null ? 'It went on to a team meanwhile.' : Names::person($task->for_id).' has it by now.'
            );
        }
        if ($for === null && $team === null) {
            throw Refused::because('Say to whom it goes.', 'person');
        }
        if (($for !== null && $for->id === $task->for_id) || ($for === null && $task->for_id === null && $team?->id === $task->team_id)) {
            throw Refused::because('It is there already.', $for === null ? 'team' : 'person');
        }
        $task->update(['team_id' => $for->team_id ?? $team?->id, 'for_id' => $for?->id, 'blocked' => null]);
        $own = $task->own;
        $own === null ? TaskTickets::open($task) : $own->update([
            'team_id' => $task->team_id, 'person_id' => $for?->id, 'offered_to_id' => null, 'offered_by_id' => null,
        ]);
        $this->write(TicketEntry::TaskPassed, $task->owner(), [
            'task' => $task->id, 'text' => $task->text, 'team' => $team?->id, 'person' => $for?->id, 'why' => $why,
        ], $task->load('own'));
    }

    /**
     * It is held up by something; or goes on.
     *
     * @param  string  $why  empty: it goes on
     *
     * @throws Refused if it is another's, or settled
     */
    public function block(Task $task, string $why): void
    {
        Locked::again($task);
        $this->mayTouch($task);
        if ($task->state !== TaskState::Open || $task->isOver()) {
            throw Refused::because('It is settled already.');
        }
        if ((string) $task->blocked === $why) {
            return;
        }
        $task->update(['blocked' => $why === '' ? null : $why]);
        $this->write($why === '' ? TicketEntry::TaskGoesOn : TicketEntry::TaskBlocked, $task->owner(), [
            'task' => $task->id, 'text' => $task->text, ...($why === '' ? [] : ['why' => $why]),
        ], $task);
    }

    private static function mustBeHere(?Person $for): void
    {
        if ($for?->left_at !== null) {
            throw Refused::because("$for->name is not here any more.", 'person');
        }
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
        if (! $isOpen && $task->state !== TaskState::Open) {
            throw Refused::because(Names::person($task->person_id).(
                $task->state === TaskState::Done ? ' did it meanwhile.' : ' skipped it meanwhile.'
            ).' Take it up again to say otherwise.');
        }
        $task->update([
            'state' => $state, 'why' => $state === TaskState::Skipped ? $why : null, 'person_id' => $isOpen ? null : $this->by->id,
            'settled_at' => $isOpen ? null : now(), 'blocked' => null,
        ]);
        TaskTickets::follow($task);
        $this->write(match ($state) {
            TaskState::Open => TicketEntry::TaskReopened,
            TaskState::Done => TicketEntry::TaskDone,
            TaskState::Skipped => TicketEntry::TaskSkipped,
        }, $owner, ['task' => $task->id, 'text' => $task->text, ...($state === TaskState::Skipped ? ['why' => $why] : [])], $task);
    }

    /** @throws Refused if it is another team's, and whoever says it does not work tickets; or it is a step of the desk's own */
    public function say(Task $task, string $text): void
    {
        (new WorkTickets($this->by))->note($this->own($task), $text);
    }

    /**
     * @param  string|null  $whose  as for a ticket
     *
     * @throws Refused as above, once it is closed, or if somebody else took it meanwhile
     */
    public function take(Task $task, ?string $whose = null): void
    {
        (new HandTickets($this->by))->take($this->own($task), $whose);
    }

    private function own(Task $task): Ticket
    {
        $this->mayTouch($task);

        return $task->own ?? throw Refused::because('This is a step of the desk. Say it on the ticket.');
    }

    private function mayTouch(Task $task): void
    {
        // What is the desk's own is not everybody's who is in no team.
        $isTheirs = $task->for_id === $this->by->id || ($task->team_id !== null && $task->team_id === $this->by->team_id);
        if (! $isTheirs && ! Deed::WorkTickets->isAllowedTo($this->by)) {
            throw Refused::because(
                $task->for_id !== null && $task->team_id === null ? 'This is a task of somebody else.' : 'This is a task of another team.'
            );
        }
    }

    /** @throws Refused while a step is open without which the ticket must not be closed */
    public static function mayClose(Ticket $ticket): void
    {
        $open = Task::query()->where('ticket_id', $ticket->id)->open()->where('must', true)->orderBy('ordinal')->pluck('text')->all();
        if ($open !== []) {
            throw Refused::because(
                "{$ticket->ref()} cannot be closed before this is done: “".implode('”, “', array_map(strval(...), $open))
                    .'”. Do it, or skip it with a reason.',
            );
        }
    }

    private function put(
        Ticket|Incident $owner, string $text, ?string $team, bool $must, ?int $checklist, ?Person $for = null, ?CarbonImmutable $due = null,
    ): Task {
        $ordinal = (int) Task::query()->of($owner)->max('ordinal') + 1;
        if ($ordinal > self::MOST) {
            throw Refused::because("{$owner->ref()} has as many steps as there can be: ".self::MOST.'. Put the rest elsewhere.', 'text');
        }
        $task = Task::query()->create([
            'ticket_id' => $owner instanceof Ticket ? $owner->id : null,
            'incident_id' => $owner instanceof Incident ? $owner->id : null, 'checklist_id' => $checklist, 'ordinal' => $ordinal,
            'text' => $text,
            'team_id' => $team, 'for_id' => $for?->id, 'due_at' => $due, 'must' => $must,
            'state' => TaskState::Open, 'made_at' => now(),
        ]);
        if ($task->isAsked()) {
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
