<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Tickets\TicketEntry;

/**
 * Checklists as an organisation keeps them. A change is for the tickets that follow it from then on. Call it inside a
 * transaction.
 *
 * @phpstan-import-type ChecklistStep from Checklist
 */
final readonly class KeepChecklists
{
    public function __construct(private Person $by) {}

    /** @param  list<ChecklistStep>  $steps */
    public function save(?Checklist $checklist, int $version, string $name, ?string $service, array $steps): void
    {
        $values = ['name' => $name, 'service_id' => $service, 'steps' => $steps];
        if ($checklist === null) {
            $checklist = Checklist::query()->create([...$values, 'version' => 1]);
        } else {
            $checklist->update([...$values, 'version' => Locked::at($version, $checklist, what: 'this checklist')]);
        }
        $this->write(TicketEntry::ChecklistSaved, $checklist);
    }

    public function drop(Checklist $checklist): void
    {
        Locked::again($checklist);
        if ($checklist->dropped_at === null) {
            $checklist->update(['dropped_at' => now()]);
            $this->write(TicketEntry::ChecklistDropped, $checklist);
        }
    }

    private function write(TicketEntry $kind, Checklist $checklist): void
    {
        Journal::write(
            Actor::person($this->by), $kind, ['checklist', $checklist->id],
            ['name' => $checklist->name, 'steps' => count($checklist->steps)],
        );
    }
}
