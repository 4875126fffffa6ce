<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Topology\Item;
use Skarvo\Incidents\Finding\HypothesisState;

/** What may be the cause is put down, looked into by one, and ruled out or confirmed. Call it inside a transaction. */
final readonly class WorkHypotheses
{
    /** Of one incident. */
    private const MOST = 200;

    public function __construct(private Person $by) {}

    /** @throws Refused if the incident is over, or somebody put it down already */
    public function add(Incident $incident, string $text, string $check, ?Item $item): void
    {
        Locked::again($incident);
        self::mustBeOpen($incident);
        $all = Hypothesis::query()->where('incident_id', $incident->id)->orderBy('id')->get();
        $same = $all->first(static fn(Hypothesis $one): bool => ($item !== null && $one->item_id === $item->id)
            || mb_strtolower($one->text) === mb_strtolower($text));
        if ($same !== null) {
            throw Refused::because(match ($same->state) {
                HypothesisState::Open => 'It is there already: “'.$same->text.'”, put down by '.Names::person($same->made_by_id).'.',
                HypothesisState::RuledOut => Names::person($same->settled_by_id)." ruled it out: $same->result",
                HypothesisState::Confirmed => Names::person($same->settled_by_id)." confirmed it: $same->result",
            }, 'text');
        }
        if ($all->count() >= self::MOST) {
            throw Refused::because('An incident holds '.self::MOST.' hypotheses. Settle what is there.', 'text');
        }
        Hypothesis::query()->create([
            'incident_id' => $incident->id, 'item_id' => $item?->id, 'text' => $text, 'check' => $check === '' ? null : $check,
            'state' => HypothesisState::Open, 'made_by_id' => $this->by->id, 'made_at' => now(),
        ]);
        $this->write(IncidentEntry::HypothesisAdded, $incident, ['text' => $text, 'item' => $item?->id]);
    }

    /** @throws Refused if somebody else looks into it by now, or it is settled */
    public function take(Hypothesis $hypothesis): void
    {
        Locked::again($hypothesis);
        $this->mayTouch($hypothesis);
        if ($hypothesis->person_id === $this->by->id && $hypothesis->state === HypothesisState::Open) {
            return;
        }
        if ($hypothesis->state !== HypothesisState::Open) {
            throw Refused::because(Names::person($hypothesis->settled_by_id)." settled it meanwhile: $hypothesis->result");
        }
        // Whoever has left looks into nothing any more.
        if (Person::query()->whereKey($hypothesis->person_id)->whereNull('left_at')->exists()) {
            throw Refused::because(Names::person($hypothesis->person_id).' looks into it by now.');
        }
        $hypothesis->update(['person_id' => $this->by->id, 'version' => $hypothesis->version + 1]);
        $this->write(IncidentEntry::HypothesisTaken, $hypothesis->incident, ['text' => $hypothesis->text]);
    }

    /**
     * @param  string  $result  what came of it; why, where it is opened again
     *
     * @throws Refused if somebody settled it meanwhile
     */
    public function settle(Hypothesis $hypothesis, HypothesisState $state, string $result, int $version): void
    {
        $next = Locked::at($version, $hypothesis, what: 'this hypothesis');
        $this->mayTouch($hypothesis);
        $isOpen = $state === HypothesisState::Open;
        $hypothesis->update([
            'state' => $state, 'result' => $isOpen ? null : $result, 'settled_by_id' => $isOpen ? null : $this->by->id,
            'settled_at' => $isOpen ? null : now(), 'person_id' => $isOpen ? null : $hypothesis->person_id, 'version' => $next,
        ]);
        $this->write(
            IncidentEntry::HypothesisSettled, $hypothesis->incident, [
                'text' => $hypothesis->text, 'state' => $state->value, 'result' => $result,
            ],
        );
    }

    private function mayTouch(Hypothesis $hypothesis): void
    {
        self::mustBeOpen($hypothesis->load('incident')->incident);
    }

    private static function mustBeOpen(Incident $incident): void
    {
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved: what was found stays as it is.");
        }
    }

    /** @param  array<string, mixed>  $facts */
    private function write(IncidentEntry $kind, Incident $incident, array $facts): void
    {
        Journal::write(Actor::person($this->by), $kind, ['incident', $incident->id], $facts, ['incident' => $incident->id]);
    }
}
