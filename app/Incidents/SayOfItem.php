<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\EntryKind;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\State;

/** What people say of items in an incident, where alerts do not say it, or say otherwise. Call it inside a transaction. */
final class SayOfItem
{
    /**
     * @param  State|null  $state  null: it does not belong to the incident, whatever alerts say
     * @param  string|null  $why  through what it came in, where that is not a person's own eyes
     *
     * @throws Refused if the incident is over
     */
    public function __invoke(Incident $incident, string $item, ?State $state, Person $by, ?string $why = null): void
    {
        self::mustBeOpen($incident);
        DB::table('incident_items')->updateOrInsert(
            ['incident_id' => $incident->id, 'item_id' => $item],
            ['state' => $state?->value, 'person_id' => $by->id, 'at' => Moment::precise(now()), 'why' => $why],
        );
        self::tell(
            $state === null ? IncidentEntry::IncidentItemLeftOut : IncidentEntry::IncidentItemAdded, $incident, $item,
            ['state' => $state?->value], $by,
        );
    }

    public function undo(Incident $incident, string $item, Person $by): void
    {
        self::mustBeOpen($incident);
        if (DB::table('incident_items')->where(['incident_id' => $incident->id, 'item_id' => $item])->delete() === 1) {
            self::tell(IncidentEntry::IncidentItemUnsaid, $incident, $item, [], $by);
        }
    }

    private static function mustBeOpen(Incident $incident): void
    {
        if (! Locked::again($incident)->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved. Reopen it first.");
        }
    }

    /** @param  array<string, mixed>  $facts */
    private static function tell(EntryKind $kind, Incident $incident, string $item, array $facts, Person $by): void
    {
        Journal::write(
            Actor::person($by), $kind, ['item', $item],
            ['name' => Item::query()->find($item)->name ?? $item, 'ref' => $incident->ref(), ...$facts], ['incident' => $incident->id],
        );
    }
}
