<?php

declare(strict_types=1);

namespace App\Changes\InRoom;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Changes\Planning\Touched;
use App\Incidents\Incident;
use App\Incidents\Said;
use App\Incidents\SayOfItem;
use App\Incidents\Situation;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Skarvo\Changes\SuspicionState;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/** A change comes under suspicion in an incident, is cleared, or is confirmed as its cause. Call it inside a transaction. */
final readonly class Suspecting
{
    public function __construct(private Person $by) {}

    /**
     * What the change touches joins the incident, marked as such, until it is cleared.
     *
     * @throws Refused if the incident is over
     */
    public function suspect(Incident $incident, Change $change, ?float $score, string $sure): void
    {
        $this->mustBeOpen($incident);
        $known = $this->known($incident, $change);
        if ($known !== null && $known->state !== SuspicionState::Cleared) {
            return;
        }
        $hit = array_map(static fn(HitService $one): string => $one->id, Situation::now()->services($incident->id));
        $said = array_column(Said::inOrder($incident->id), 'id');
        $items = array_merge(...array_values($change->items()));
        $added = [];
        foreach (Touched::by($items)->broken() as $service) {
            if (! in_array($service, $hit, true) && ! in_array($service, $said, true)) {
                (new SayOfItem)($incident, $service, State::AtRisk, $this->by, "{$change->ref()} is suspected");
                $added[] = $service;
            }
        }
        Suspicion::query()->updateOrCreate(['incident_id' => $incident->id, 'change_id' => $change->id], [
            'state' => SuspicionState::Suspected, 'score' => $score, 'why' => null, 'added' => $added, 'by_id' => $this->by->id,
            'at' => now(),
        ]);
        $this->write(ChangeEntry::Suspected, $incident, $change, ['sure' => $sure]);
    }

    /** @throws Refused if the incident is over, or it is not under suspicion */
    public function clear(Incident $incident, Change $change, string $why): void
    {
        $this->mustBeOpen($incident);
        $suspicion = $this->known($incident, $change);
        if ($suspicion === null || $suspicion->state === SuspicionState::Cleared) {
            return;
        }
        foreach ($suspicion->added as $service) {
            (new SayOfItem)->undo($incident, $service, $this->by);
        }
        $suspicion->update(['state' => SuspicionState::Cleared, 'why' => $why, 'added' => [], 'by_id' => $this->by->id, 'at' => now()]);
        $this->write(ChangeEntry::Cleared, $incident, $change, ['note' => $why]);
    }

    /** From then on it counts against changes like it. */
    public function confirm(Incident $incident, Change $change, string $why): void
    {
        $suspicion = $this->known($incident, $change);
        if ($suspicion?->state === SuspicionState::Confirmed) {
            return;
        }
        Suspicion::query()->updateOrCreate(['incident_id' => $incident->id, 'change_id' => $change->id], [
            'state' => SuspicionState::Confirmed, 'why' => $why, 'added' => $suspicion->added ?? [], 'by_id' => $this->by->id,
            'at' => now(),
        ]);
        $this->write(ChangeEntry::Confirmed, $incident, $change, ['note' => $why]);
    }

    private function known(Incident $incident, Change $change): ?Suspicion
    {
        return Suspicion::query()->where(['incident_id' => $incident->id, 'change_id' => $change->id])->lockForUpdate()->first();
    }

    private function mustBeOpen(Incident $incident): void
    {
        if (! Locked::again($incident)->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved. Reopen it first.");
        }
    }

    /** @param  array<string, mixed>  $facts */
    private function write(ChangeEntry $kind, Incident $incident, Change $change, array $facts): void
    {
        Journal::write(
            Actor::person($this->by), $kind, ['change', $change->id], ['ref' => $change->ref(), 'title' => $change->title, ...$facts],
            ['incident' => $incident->id],
        );
    }
}
