<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Targets\IncidentTargets;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

/** Corrects what is said about an incident: title, impact, urgency, stage, since when. */
final class ChangeIncident
{
    /**
     * @param  int  $version  that the person saw
     * @param  string  $why  asked for where the priority changes
     * @param  CarbonImmutable|null  $since  when it began; null: as it was
     * @param  bool  $call  whether a higher priority calls its team, by the policy that it has for that
     *
     * @throws Refused if somebody changed it meanwhile
     */
    public function __invoke(
        Incident $incident, int $version, string $title, Impact $impact, Urgency $urgency, Stage $stage, Person $by,
        string $why = '', bool $call = false, ?CarbonImmutable $since = null,
    ): void {
        DB::transaction(function () use ($incident, $version, $title, $impact, $urgency, $stage, $by, $why, $call, $since): void {
            Locked::again($incident);
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved and does not change any more.");
            }
            if ($incident->version !== $version) {
                throw Refused::because(
                    'Somebody else changed this incident meanwhile; their words are on the screen now. Yours are still in the form: send them again if they still hold.',
                );
            }
            $matrix = Priorities::matrix();
            $priority = $matrix->priority($impact, $urgency);
            if ($priority !== $incident->priority && trim($why) === '') {
                throw Refused::because("Say why the priority goes from $incident->priority to $priority.", 'why');
            }
            $isRaised = $priority < $incident->priority;
            $changes = array_filter([
                'title' => $title === $incident->title ? null : ['was' => $incident->title, 'is' => $title],
                'stage' => $stage === $incident->stage ? null : ['from' => $incident->stage->value, 'to' => $stage->value],
                'priority' => $priority === $incident->priority
                    ? null
                    : [
                        'from' => $incident->priority, 'to' => $priority, 'impact' => $impact->value,
                        'urgency' => $urgency->value, 'why' => $why,
                    ],
            ]);
            $incident->update([
                'title' => $title, 'impact' => $impact, 'urgency' => $urgency, 'stage' => $stage, 'priority' => $priority,
                'version' => $version + 1,
            ]);
            if ($since !== null) {
                CorrectStart::of($incident, $since, $by);
            }
            $owed = $incident->occasion->next_update_at;
            if ($isRaised && $owed !== null) {
                // What was promised stands; with a higher priority comes a sooner promise.
                $incident->occasion->update(['next_update_at' => $owed->min(now()->addSeconds(UpdateRhythm::of($incident)))]);
            }
            foreach ($changes as $field => $change) {
                Journal::write(
                    Actor::person($by), IncidentEntry::IncidentChanged, ['incident', $incident->id], ['field' => $field, ...$change],
                    ['incident' => $incident->id],
                );
            }
            if (isset($changes['priority'])) {
                IncidentTargets::setTimes($incident);
                Consequences::foresee($incident, $isRaised
                    ? Turn::raised(Actor::person($by), $call ? $incident->load('team')->team : null, $why)
                    : Turn::lowered(Actor::person($by), $why))->carryOut();
            }
        });
    }
}
