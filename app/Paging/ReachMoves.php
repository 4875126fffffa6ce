<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\HearsAddresses;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Staff\AddPerson;
use App\Platform\Staff\Contact;

/** Whoever was paged at the address of their account is paged at the new one: the old one may be somebody else's by now. */
final class ReachMoves implements HearsAddresses
{
    public function moved(Person $person, string $before, Person $by): void
    {
        $moved = $person->contacts()->where('channel', 'mail')->get()
            ->filter(static fn(Contact $one): bool => AddPerson::address($one->address) === $before);
        if ($moved->isEmpty()) {
            return;
        }
        foreach ($moved as $contact) {
            $contact->update(['address' => $person->email]);
        }
        $person->update(['reach_version' => $person->reach_version + 1]);
        Journal::write(Actor::person($by), PagingEntry::PersonReach, ['person', $person->id], [
            'person' => $person->id, 'ways' => $person->contacts()->count(), 'rules' => count((array) $person->reach_rules),
        ]);
    }
}
