<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\CorrectStart;
use App\Incidents\Finding\SetEstimate;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Situation;
use App\Incidents\UpdateRhythm;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Updates\Checking\CheckWords;
use App\Updates\Versions\DraftVersions;
use App\Updates\Versions\FactsOf;
use App\Updates\Versions\UpdateVersion;
use App\Updates\Versions\WrittenUpdate;
use Illuminate\Support\Facades\DB;

/** Publishes an update to the status page, and starts the clock of the next one. */
final class PublishUpdate
{
    /**
     * @param  string|null  $despite  why it is right although something in it disagrees with the record
     * @param  string|null  $longer  why the next one may come later than is owed
     * @param  int|null  $corrects  number of the update that was wrong
     * @param  int  $estimates  how many estimates there were when the author looked, if they give one
     * @param  int  $number  that the author saw as the next; tells whether somebody else published meanwhile
     *
     * @throws Refused
     */
    public function __invoke(
        Incident $incident, int $number, WrittenUpdate $written, int $nextMinutes, Person $by, ?string $despite = null,
        ?string $longer = null,
        ?int $corrects = null, int $estimates = 0,
    ): void {
        DB::transaction(static function () use (
            $incident, $number, $written, $nextMinutes, $by, $despite, $longer, $corrects, $estimates
        ): void {
            [$stage, $text] = [$written->stage, $written->text];
            Locked::again($incident);
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved. Its last update said so.");
            }
            $last = Update::query()->with('author')->where('incident_id', $incident->id)->latest('number')->first();
            if (($last->number ?? 0) + 1 !== $number) {
                throw Refused::because(
                    "Update $last?->number was published meanwhile by {$last?->author?->name}: \"$last?->text\" Yours is still here; send it as the next one if it still holds.",
                    'number',
                );
            }
            $often = UpdateRhythm::of($incident);
            if ($nextMinutes * 60 > $often && trim((string) $longer) === '') {
                throw Refused::because(
                    UpdateRhythm::by($incident).' asks for an update every '.intdiv($often, 60)
                        .' minutes. Say why the next one may come later.',
                    'longer',
                );
            }
            if ($written->estimate !== null && $written->estimate !== $incident->estimate_at?->getTimestamp()) {
                (new SetEstimate)($incident, Moment::of($written->estimate), '', $estimates, $by);
            }
            if ($written->since !== null) {
                CorrectStart::of($incident, Moment::of($written->since), $by);
            }
            $next = now()->addMinutes($nextMinutes);
            $situation = Situation::now();
            $found = CheckWords::must($incident, $situation, $written, $despite);
            if ($corrects !== null && Update::query()->where('incident_id', $incident->id)->where('number', $corrects)->doesntExist()) {
                throw Refused::because("There is no update $corrects to correct.", 'corrects');
            }
            $facts = FactsOf::next($incident, $situation, $written, false);
            $update = Update::publish([
                'incident_id' => $incident->id, 'number' => $number, 'stage' => $stage, 'text' => $text, 'meanwhile' => $facts->meanwhile,
                'services' => NextUpdate::lines($facts->services), 'next_at' => $next, 'author_id' => $by->id, 'corrects' => $corrects,
                'cause' => $facts->cause, 'counter' => $facts->counter, 'estimate_at' => $incident->estimate_at,
            ], $facts->places);
            UpdateVersion::keep($update, $written->versions ?? DraftVersions::whole($incident, $facts, $text, $last), $by);
            Journal::write(
                Actor::person($by), UpdateEntry::UpdatePublished, ['incident', $incident->id],
                [
                    'number' => $number, 'text' => $text, 'stage' => $stage->value, 'next' => $next->toIso8601ZuluString(),
                    ...($found === 0 ? [] : ['found' => $found, 'despite' => (string) $despite]),
                    ...($nextMinutes * 60 > $often ? ['longer' => (string) $longer] : []),
                    ...($corrects === null ? [] : ['corrects' => $corrects]),
                ],
                ['incident' => $incident->id],
            );
            if ($stage !== $incident->stage) {
                Journal::write(
                    Actor::person($by), IncidentEntry::IncidentChanged, ['incident', $incident->id],
                    ['field' => 'stage', 'from' => $incident->stage->value, 'to' => $stage->value], ['incident' => $incident->id],
                );
            }
            $incident->update([
                'stage' => $stage, 'version' => $incident->version + 1,
            ]);
            $incident->occasion->answered();
            $incident->occasion->owes($next);
        });
    }
}
