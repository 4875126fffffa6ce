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
use App\Platform\Refused;
use App\Tickets\Languages\Translator;
use App\Tickets\Steps\TaskTickets;
use App\Tickets\Steps\WorkSteps;
use App\Updates\Files\CheckedFile;
use App\Updates\Files\KeepFiles;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Targets\TargetHappeningKind;
use Skarvo\Incidents\Urgency;
use Skarvo\Tickets\AttemptOutcome;
use Skarvo\Tickets\Phrase;
use Skarvo\Tickets\TaskState;
use Skarvo\Tickets\TicketKind;
use Skarvo\Tickets\TicketState;

/** What somebody at the desk does with tickets, one or many. Call it inside a transaction. */
final class WorkTickets
{
    use DoesWithTickets;

    /** So much of what was said stands in the journal. */
    private const WORDS = 200;

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
            Promises::note($ticket, TargetHappeningKind::Priority, $priority);
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
        Promises::note($ticket, TargetHappeningKind::Met, name: Promised::RESTORE);
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
    public function tried(Ticket $ticket, string $what, AttemptOutcome $outcome, string $why, bool $byReporter): void
    {
        Locked::again($ticket);
        Attempt::query()->create([
            'ticket_id' => $ticket->id, 'what' => $what, 'outcome' => $outcome, 'why' => $why === '' ? null : $why,
            'by_reporter' => $byReporter, 'person_id' => $this->by->id, 'at' => now(),
        ]);
        $this->write(TicketEntry::Tried, $ticket, ['what' => $what, 'outcome' => $outcome->value, 'why' => $why]);
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

    private function firstAnswer(Ticket $ticket): void
    {
        Promises::note($ticket, TargetHappeningKind::Met, name: Promised::RESPOND);
        if ($ticket->person_id === null) {
            $ticket->update(['person_id' => $this->by->id]);
        }
    }

    private function setWaiting(Ticket $ticket, bool $waits): void
    {
        if (! $waits) {
            Promises::goesOn($ticket);
        } elseif ($ticket->state !== TicketState::Theirs) {
            Promises::note($ticket, TargetHappeningKind::Paused);
        }
        $ticket->update(['state' => $waits ? TicketState::Theirs : TicketState::Ours, 'waits_since' => now()]);
        Promises::setTimes($ticket);
    }
}
