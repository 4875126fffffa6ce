<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;

/** What somebody writes into the journal of an incident: a note, or a decision. Call it inside a transaction. */
final class WriteNote
{
    public function __invoke(Incident $incident, string $text, bool $isDecision, Person $by): void
    {
        Journal::write(
            Actor::person($by), $isDecision ? IncidentEntry::IncidentDecision : IncidentEntry::IncidentNote,
            ['incident', $incident->id], ['text' => $text],
        );
    }
}
