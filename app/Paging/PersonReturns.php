<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Moment;
use App\Platform\Person;
use App\Rota\Absences;

/**
 * Somebody who was taken out is here again, or was taken out by mistake: they are paged again, and whatever still names them names
 * somebody who is there. What went to others stays with them, and to sign in they need a new password. Call it inside a transaction.
 */
final class PersonReturns
{
    /** Twice changes nothing. */
    public function __invoke(Person $person, Person $by): void
    {
        $left = Locked::again($person)->left_at;
        if ($left === null) {
            return;
        }
        Absences::wasGone($person, $left->getTimestamp(), Moment::now());
        $person->update(['left_at' => null]);
        Journal::write(Actor::person($by), PlatformEntry::PersonReturned, ['person', $person->id], ['person' => $person->id]);
    }
}
