<?php

declare(strict_types=1);

namespace App\Updates\Cards;

use App\Incidents\Incident;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Updates\UpdateEntry;
use Illuminate\Support\Str;

/** Gives somebody an address at which they read how an incident stands, and takes it back. Call it inside a transaction. */
final readonly class GiveCard
{
    public function __construct(private Person $by) {}

    public function give(Incident $incident, string $for, int $hours): void
    {
        Card::query()->create([
            'incident_id' => $incident->id, 'token' => Str::random(Card::TOKEN_LENGTH), 'for' => $for, 'made_by_id' => $this->by->id,
            'made_at' => now(), 'expires_at' => now()->addHours($hours),
        ]);
        Journal::write(
            Actor::person($this->by), UpdateEntry::CardGiven, ['incident', $incident->id], ['for' => $for, 'hours' => $hours],
            ['incident' => $incident->id],
        );
    }

    /** One that is withdrawn already stays so. */
    public function withdraw(Card $card): void
    {
        if (Card::query()->whereKey($card->id)->whereNull('withdrawn_at')->update(['withdrawn_at' => now()]) === 1) {
            Journal::write(
                Actor::person($this->by), UpdateEntry::CardWithdrawn, ['incident', $card->incident_id], ['for' => $card->for],
                ['incident' => $card->incident_id],
            );
        }
    }
}
