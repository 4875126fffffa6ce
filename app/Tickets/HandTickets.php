<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Targets\Promised;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Platform\Team;
use Skarvo\Incidents\Targets\TargetHappeningKind;

/** Whose a ticket is: taken, handed over, offered, given back. Call it inside a transaction. */
final class HandTickets
{
    use DoesWithTickets;

    /**
     * @param  string|null  $whose  id of who had it, as whoever takes it saw; empty: nobody; null: whoever has it
     *
     * @throws Refused if somebody else took it meanwhile
     */
    public function take(Ticket $ticket, ?string $whose = null): void
    {
        $this->begin($ticket);
        if ($ticket->person_id === $this->by->id) {
            return;
        }
        if ($whose !== null && $ticket->person_id !== null && $ticket->person_id !== $whose) {
            $holder = Names::person($ticket->person_id);
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
     * @param  string|null  $seen  with whom it was, as whoever hands it over saw (heldBy()); null: with whomever
     *
     * @throws Refused if it is with somebody else by now
     */
    public function handOver(Ticket $ticket, ?Person $person, ?Team $team, string $why, ?string $seen = null): void
    {
        $this->begin($ticket);
        if ($seen !== null && $seen !== $ticket->heldBy()) {
            $with = $ticket->load('person', 'team')->who();
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

    /** Somebody of the team has it: that is the first answer to a task. */
    private function tasksAnswer(Ticket $ticket): void
    {
        if (! $ticket->kind->isReported()) {
            Promises::note($ticket, TargetHappeningKind::Met, name: Promised::RESPOND);
            Promises::setTimes($ticket);
        }
    }
}
