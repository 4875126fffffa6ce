<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Contracts\HearsLeaving;
use App\Platform\Contracts\InHand;
use App\Platform\Person;
use App\Platform\Staff\Names;
use Illuminate\Database\Eloquent\Collection;

/** Tickets and tasks of somebody who leaves: they go back to their team, or to the desk. */
final class LeftTickets implements HearsLeaving, InHand
{
    public function inHand(Person $person): array
    {
        // What stands in it is not for everybody who takes somebody out.
        return array_values($this->of($person)->map(static fn(Ticket $one): array => [
            'what' => $one->ref(), 'link' => "/tickets/$one->id",
            'becomes' => 'it goes back to '.($one->team_id === null ? 'the desk' : Names::team($one->team_id)),
        ])->all());
    }

    public function left(Person $person, Person $by): void
    {
        $work = new HandTickets($by);
        foreach ($this->of($person) as $ticket) {
            $work->release($ticket);
        }
        foreach (
            Ticket::query()->with(Ticket::NEEDS)->open()->where('offered_to_id', $person->id)->orderBy('id')->get() as $ticket
        ) {
            $work->lapse($ticket, $person);
        }
    }

    /** @return Collection<int, Ticket> */
    private function of(Person $person): Collection
    {
        return Ticket::query()->with(Ticket::NEEDS)->open()->where('person_id', $person->id)->orderBy('id')->get();
    }
}
