<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use Illuminate\Support\Str;

/** Tells somebody who answers for what is hit, by mail. Call it inside a transaction. */
final class TellOwner
{
    public function __invoke(Incident $incident, Person $owner, string $why, Person $by): void
    {
        Outbox::put('mail', "told-$incident->id-$owner->id-".Str::uuid()->toString(), [
            'to' => $owner->email, 'subject' => "{$incident->ref()}: $incident->title", 'about' => ['incident' => $incident->id],
            'text' => "Hello $owner->name,\n\n$why\n\n{$incident->ref()}, priority $incident->priority, {$incident->stage->words()}: "
                .route('room', $incident->id)."\n\n$by->name\n",
        ], now());
        Journal::write(
            Actor::person($by), IncidentEntry::OwnerTold, ['person', $owner->id], ['person' => $owner->id, 'text' => $why],
            ['incident' => $incident->id],
        );
    }
}
