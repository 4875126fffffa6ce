<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Incidents\LinkReport;
use App\Incidents\Priorities;
use App\Incidents\Targets\Promised;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Platform\Team;
use App\Tickets\Languages\Translator;
use App\Tickets\Steps\TaskTickets;
use App\Tickets\Steps\WorkSteps;
use App\Updates\Files\CheckedFile;
use App\Updates\Files\KeepFiles;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Targets\HappeningKind;
use Skarvo\Incidents\Urgency;
use Skarvo\Tickets\Outcome;
use Skarvo\Tickets\Phrase;
use Skarvo\Tickets\TaskState;
use Skarvo\Tickets\TicketKind;
use Skarvo\Tickets\TicketState;

/** What somebody at the desk does with tickets, one or many. Call it inside a transaction. */
final readonly class WorkTickets
{
    /** So much of what was said stands in the journal. */
    private const WORDS = 200;

    public function __construct(private Person $by) {}

    /**
     * @param  string|null  $whose  name of who had it, as whoever takes it saw; empty: nobody; null: whoever has it
     *
     * @throws Refused if somebody else took it meanwhile
     */
    public function take(Ticket $ticket, ?string $whose = null): void
    {
        $this->begin($ticket);
        if ($ticket->person_id === $this->by->id) {
            return;
        }
        $holder = Names::person($ticket->person_id);
        if ($whose !== null && $holder !== '' && $holder !== $whose) {
            throw Refused::because("$holder has {$ticket->ref()} by now. Take it all the same if that is agreed.");
        }
        $ticket->update(['person_id' => $this->by->id, 'offered_to_id' => null, 'offered_by_id' => null, 'state' => self::begun($ticket)]);
        $this->tasksAnswer($ticket);
        $ticket->kind->isReported()
            ? $this->write(TicketEntry::Taken, $ticket) : $this->write(TicketEntry::TaskTaken, $ticket, ['text' => $ticket->words()]);
    }

    /**
     * To a team, or back to the desk, at once; to a person once they accept: until then it stays with whoever has it, so that
     * it never belongs to nobody.
     *
     * @param  string|null  $seen  with whom it was, as whoever hands it over saw; null: with whomever
     *
     * @throws Refused if it is with somebody else by now
     */
    public function handOver(Ticket $ticket, ?Person $person, ?Team $team, string $why, ?string $seen = null): void
    {
        $this->begin($ticket);
        $with = $ticket->load('person', 'team')->who();
        if ($seen !== null && $seen !== $with) {
            throw Refused::because("{$ticket->ref()} is with $with by now. Hand it over all the same if that is agreed.");
        }
        if ($person?->left_at !== null) {
            throw Refused::because("$person->name has left. Choose somebody else.", 'person');
        }
        if ($person !== null && $person->id !== $this->by->id) {
            $ticket->update([
                'offered_to_id' => $person->id, 'offered_by_id' => $this->by->id, 'person_id' => $ticket->person_id ?? $this->by->id,
                'state' => self::begun($ticket),
            ]);
            $this->write(TicketEntry::Offered, $ticket, ['person' => $person->id, 'why' => $why]);

            return;
        }
        $ticket->update([
            'person_id' => $person?->id, 'team_id' => $team->id ?? $person?->team_id, 'offered_to_id' => null, 'offered_by_id' => null,
            'state' => self::begun($ticket), 'waits_since' => now(),
        ]);
        // Whose step it is says whose ticket it is.
        $ticket->task?->update(['team_id' => $ticket->team_id]);
        $this->write(TicketEntry::HandedOver, $ticket, ['person' => $person?->id, 'team' => $team?->id, 'why' => $why]);
        if ($ticket->kind->isReported()) {
            Lessons::learn($ticket, array_filter(['team' => $team?->id], is_string(...)), $this->by);
        }
    }

    /** Whoever has it has left: it goes back to their team, or to the desk. */
    public function release(Ticket $ticket): void
    {
        $this->begin($ticket);
        $ticket->update(['person_id' => null, 'offered_to_id' => null, 'offered_by_id' => null, 'waits_since' => now()]);
        $ticket->task?->update(['for_id' => null]);
        $this->write(TicketEntry::HandedOver, $ticket, ['person' => null, 'team' => $ticket->team_id, 'why' => '']);
    }

    /** Whoever it was offered to has left: it stays where it is. */
    public function lapse(Ticket $ticket, Person $left): void
    {
        $this->begin($ticket);
        $ticket->update(['offered_to_id' => null, 'offered_by_id' => null]);
        $this->write(TicketEntry::OfferLapsed, $ticket, ['person' => $left->id]);
    }

    /**
     * What was offered is accepted, or declined with a reason; then it stays where it is.
     *
     * @throws Refused if it is offered to nobody any more, or to somebody else
     */
    public function answerOffer(Ticket $ticket, bool $accepts, string $why): void
    {
        $this->begin($ticket);
        if ($ticket->offered_to_id !== $this->by->id) {
            throw Refused::because("{$ticket->ref()} is not offered to you any more.");
        }
        $ticket->update([
            'offered_to_id' => null, 'offered_by_id' => null,
            ...($accepts ? ['person_id' => $this->by->id, 'team_id' => $this->by->team_id, 'waits_since' => now()] : []),
        ]);
        if ($accepts) {
            $ticket->task?->update(['team_id' => $ticket->team_id]);
            $this->tasksAnswer($ticket);
        }
        $this->write($accepts ? TicketEntry::Accepted : TicketEntry::Declined, $ticket, $accepts ? [] : ['why' => $why]);
    }

    /**
     * The reporter reads it, and it goes to them by mail. Then the ticket waits for them, or goes on waiting for us.
     *
     * @param  list<CheckedFile>  $files
     */
    public function answer(Ticket $ticket, string $text, bool $waits, array $files = []): void
    {
        $this->begin($ticket);
        $post = $this->post($ticket, $text, false);
        KeepFiles::of($ticket->reported(), $files, $this->by, false, $post->id);
        $this->firstAnswer($ticket);
        $this->setWaiting($ticket, $waits);
        $this->write(TicketEntry::Answered, $ticket, ['text' => mb_substr($text, 0, self::WORDS)]);
        $this->tell($ticket, $post, Phrase::About, Phrase::AnswerHere);
    }

    /**
     * Nobody outside ever reads it, nor opens what is attached.
     *
     * @param  list<CheckedFile>  $files
     */
    public function note(Ticket $ticket, string $text, array $files = []): void
    {
        Locked::again($ticket);
        if ($files !== [] && ! $ticket->kind->isReported()) {
            throw Refused::because("Files stand where {$ticket->ref()} belongs to. Put them there.", 'files');
        }
        $post = $this->post($ticket, $text, true);
        if ($files !== []) {
            KeepFiles::of($ticket->reported(), $files, $this->by, true, $post->id);
        }
        $this->write(
            $ticket->kind->isReported() ? TicketEntry::Noted : TicketEntry::TaskSaid, $ticket, ['text' => mb_substr($text, 0, self::WORDS)]
        );
    }

    public function correct(
        Ticket $ticket, int $version, TicketKind $kind, ?string $service, ?string $item, ?string $place, Impact $impact, Urgency $urgency,
    ): void {
        $next = Locked::at($version, $ticket, what: 'this ticket');
        $report = $ticket->reported();
        $was = [
            'kind' => $ticket->kind->value, 'service' => $report->service_id, 'item' => $ticket->item_id, 'place' => $report->site,
            'impact' => $ticket->impact->value, 'urgency' => $ticket->urgency->value,
        ];
        $is = [
            'kind' => $kind->value, 'service' => $service ?? $report->service_id, 'item' => $item, 'place' => $place,
            'impact' => $impact->value, 'urgency' => $urgency->value,
        ];
        $changes = [];
        foreach ($is as $field => $value) {
            if ($value !== $was[$field]) {
                $changes[$field] = [$was[$field] ?? '', $value ?? ''];
            }
        }
        if ($changes === [] && $ticket->more_urgent === null && $report->service_said) {
            return;
        }
        $priority = Priorities::matrix()->priority($impact, $urgency);
        $isSaid = $report->service_said;
        $report->update(['service_id' => $is['service'], 'site' => $place, 'service_said' => true]);
        if ($priority !== $ticket->priority) {
            Promises::note($ticket, HappeningKind::Priority, $priority);
        }
        $ticket->update([
            'kind' => $kind, 'item_id' => $item, 'impact' => $impact, 'urgency' => $urgency, 'priority' => $priority, 'version' => $next,
            'more_urgent' => null,
        ]);
        TaskTickets::press($ticket);
        Promises::setTimes($ticket);
        $this->write(TicketEntry::Corrected, $ticket, ['changes' => $changes]);
        // To leave the service as it was suggested is to say that it is right.
        $set = array_intersect_key($is, $changes + ($isSaid ? [] : ['service' => true]));
        Lessons::learn($ticket, array_filter(array_diff_key($set, ['place' => true]), is_string(...)), $this->by);
    }

    public function link(Ticket $ticket, Incident $incident): void
    {
        $this->begin($ticket);
        LinkReport::to($ticket->reported(), $incident, Actor::person($this->by));
        $this->firstAnswer($ticket);
        Promises::goesOn($ticket);
        $ticket->update(['state' => TicketState::Ours]);
        Promises::setTimes($ticket);
    }

    /** With a last word to the reporter, or without. */
    public function close(Ticket $ticket, string $text): void
    {
        $this->begin($ticket);
        $task = $ticket->task;
        if ($task !== null) {
            // What was said last stays inside, as all of a task does.
            if ($text !== '') {
                $this->note($ticket, $text);
            }
            (new WorkSteps($this->by))->settle($task, TaskState::Done, '');

            return;
        }
        WorkSteps::mayClose($ticket);
        $post = $text === '' ? null : $this->post($ticket, $text, false);
        $this->firstAnswer($ticket);
        Promises::note($ticket, HappeningKind::Met, name: Promised::RESTORE);
        $ticket->update(
            ['state' => TicketState::Done, 'closed_at' => now(), 'more_urgent' => null, 'offered_to_id' => null, 'offered_by_id' => null]
        );
        $ticket->reported()->update(['resolved_at' => now()]);
        TaskTickets::followOwner($ticket);
        Promises::setTimes($ticket);
        $this->write(TicketEntry::Closed, $ticket);
        if ($post !== null) {
            $this->tell($ticket, $post, Phrase::Closed, Phrase::StillBroken);
        }
    }

    /** What was tried, by us or by the reporter: done, to no avail, or refused and why. */
    public function tried(Ticket $ticket, string $what, Outcome $outcome, string $why, bool $byReporter): void
    {
        Locked::again($ticket);
        Attempt::query()->create([
            'ticket_id' => $ticket->id, 'what' => $what, 'outcome' => $outcome, 'why' => $why === '' ? null : $why,
            'by_reporter' => $byReporter, 'person_id' => $this->by->id, 'at' => now(),
        ]);
        $this->write(TicketEntry::Tried, $ticket, ['what' => $what, 'outcome' => $outcome->value, 'why' => $why]);
    }

    /** @throws Refused if it is closed */
    private function begin(Ticket $ticket): void
    {
        Locked::again($ticket);
        if ($ticket->state === TicketState::Done) {
            $how = $ticket->kind->isReported() ? 'Only its reporter can open it again.' : 'Take its step up again to go on.';
            throw Refused::because("{$ticket->ref()} is closed already. $how");
        }
    }

    private function post(Ticket $ticket, string $text, bool $isInternal): TicketPost
    {
        return TicketPost::query()->create([
            'ticket_id' => $ticket->id, 'person_id' => $this->by->id, 'is_internal' => $isInternal, 'text' => $text, 'at' => now(),
        ]);
    }

    /** What was said reaches the reporter: at once, or where they read another language once it is translated. */
    private function tell(Ticket $ticket, TicketPost $post, Phrase $subject, Phrase $ends): void
    {
        $key = "ticket-post-$post->id";
        Translator::isNeeded($ticket)
            ? Translator::toReporter(
                $ticket, $post->id, (string) $post->text, ['key' => $key, 'subject' => $subject->value, 'ends' => $ends->value]
            )
            : TellReporter::put($ticket, $key, $subject, (string) $post->text, $ends);
    }

    /** As it is once somebody has looked at it. */
    private static function begun(Ticket $ticket): TicketState
    {
        return $ticket->state === TicketState::New ? TicketState::Ours : $ticket->state;
    }

    private function firstAnswer(Ticket $ticket): void
    {
        Promises::note($ticket, HappeningKind::Met, name: Promised::RESPOND);
        if ($ticket->person_id === null) {
            $ticket->update(['person_id' => $this->by->id]);
        }
    }

    /** Somebody of the team has it: that is the first answer to a task. */
    private function tasksAnswer(Ticket $ticket): void
    {
        if (! $ticket->kind->isReported()) {
            Promises::note($ticket, HappeningKind::Met, name: Promised::RESPOND);
            Promises::setTimes($ticket);
        }
    }

    private function setWaiting(Ticket $ticket, bool $waits): void
    {
        if (! $waits) {
            Promises::goesOn($ticket);
        } elseif ($ticket->state !== TicketState::Theirs) {
            Promises::note($ticket, HappeningKind::Paused);
        }
        $ticket->update(['state' => $waits ? TicketState::Theirs : TicketState::Ours, 'waits_since' => now()]);
        Promises::setTimes($ticket);
    }

    /** @param  array<string, mixed>  $facts */
    private function write(TicketEntry $kind, Ticket $ticket, array $facts = []): void
    {
        // What becomes of a task is part of the story of what it belongs to.
        $owner = $ticket->task?->owner();
        Journal::write(
            Actor::person($this->by), $kind, $ticket->subject(), ['ref' => $ticket->ref(), ...$facts],
            ['report' => $ticket->report_id, ...($owner === null ? [] : [$owner::KIND => $owner->id])],
        );
    }
}
