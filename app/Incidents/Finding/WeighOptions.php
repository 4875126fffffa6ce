<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Consequences;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Turn;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Platform\Team;
use Skarvo\Incidents\Finding\OptionKind;

/** What can be done about an incident is put down, dropped, or decided for. Call it inside a transaction. */
final readonly class WeighOptions
{
    /** Of one incident: who has more to choose from chooses none. */
    private const MOST = 20;

    public function __construct(private Person $by) {}

    /**
     * @param  list<string>  $items  that it takes down while it is done
     *
     * @throws Refused if the incident is over, or holds enough of them
     */
    public function add(Incident $incident, OptionKind $kind, string $text, ?int $minutes, string $risk, array $items): void
    {
        Locked::again($incident);
        self::mustBeOpen($incident);
        if (Option::query()->where('incident_id', $incident->id)->whereNull('dropped_at')->count() >= self::MOST) {
            throw Refused::because('An incident holds '.self::MOST.' options. Drop those that are none.', 'text');
        }
        Option::query()->create([
            'incident_id' => $incident->id, 'kind' => $kind, 'text' => $text, 'minutes' => $minutes, 'risk' => $risk === '' ? null : $risk,
            'items' => $items, 'made_by_id' => $this->by->id, 'made_at' => now(),
        ]);
        $this->write(IncidentEntry::OptionAdded, $incident, ['option' => $kind->value, 'text' => $text]);
    }

    /** @throws Refused if it was decided for, or dropped */
    public function drop(Option $option): void
    {
        $this->stillThere($option);
        $option->update(['dropped_at' => now()]);
        $this->write(IncidentEntry::OptionDropped, $option->incident, ['option' => $option->kind->value, 'text' => $option->text]);
    }

    /**
     * @param  Team|null  $team  that is given the task of doing it
     *
     * @throws Refused if it was decided for, or dropped
     */
    public function choose(Option $option, string $why, ?Team $team): void
    {
        $this->stillThere($option);
        $option->update(['chosen_by_id' => $this->by->id, 'chosen_at' => now(), 'why' => $why]);
        $words = "{$option->kind->words()}: $option->text";
        $this->write(IncidentEntry::IncidentDecision, $option->incident, ['text' => "$words. $why"]);
        if ($team !== null) {
            Consequences::foresee($option->incident, Turn::decided(Actor::person($this->by), $team, $words))->carryOut();
        }
    }

    private function stillThere(Option $option): void
    {
        Locked::again($option)->load('incident');
        self::mustBeOpen($option->incident);
        if ($option->dropped_at !== null || $option->chosen_at !== null) {
            throw Refused::because($option->chosen_at === null
                ? 'Somebody dropped this meanwhile.'
                : Names::person($option->chosen_by_id).' decided for it already.');
        }
    }

    private static function mustBeOpen(Incident $incident): void
    {
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved.");
        }
    }

    /** @param  array<string, mixed>  $facts */
    private function write(IncidentEntry $kind, Incident $incident, array $facts): void
    {
        Journal::write(Actor::person($this->by), $kind, ['incident', $incident->id], $facts, ['incident' => $incident->id]);
    }
}
