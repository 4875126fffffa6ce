<?php

declare(strict_types=1);

namespace App\Incidents\Under;

use App\Incidents\AlertsAndReports;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Report;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/** Puts incidents under a major one, and takes them out again. Call it inside a transaction. */
final class PutUnder
{
    /** @throws Refused if that one is no major incident, or either is over, or one of them belongs somewhere already */
    public function __invoke(Incident $child, Incident $major, Actor $by): void
    {
        Locked::again($major);
        Locked::again($child);
        if (! $major->isOpen() || ! $major->isMajor()) {
            throw Refused::because(
                "{$major->ref()} is no major incident".($major->isOpen() ? '' : ' that is under way').'. Raise it first.',
            );
        }
        if ($child->id === $major->id || ! $child->isOpen()) {
            throw Refused::because($child->id === $major->id ? 'An incident is not part of itself.' : "{$child->ref()} is resolved.");
        }
        if ($child->isMajor() || Children::of($child->id) !== []) {
            throw Refused::because("{$child->ref()} is a major incident of its own.");
        }
        $parent = Children::parentOf($child->id);
        if ($parent === $major->id) {
            return;
        }
        if ($parent !== null) {
            throw Refused::because(
                "{$child->ref()} is part of ".Incident::query()->findOrFail($parent)->ref().' already. Take it out there first.',
            );
        }
        Link::tie([Incident::KIND, $child->id], [Incident::KIND, $major->id], LinkKind::Under);
        if ($by->kind !== 'person') {
            Link::query()->holds()->from([Incident::KIND, $child->id], LinkKind::Under)->update(['by_itself' => true]);
        }
        $this->write(IncidentEntry::PutUnder, $child, $major, $by);
        foreach (Report::query()->about($child->id)->whereNull('resolved_at')->whereNotNull('email')->orderBy('id')->get() as $report) {
            self::tell($report, $child, $major);
        }
    }

    /** @throws Refused if it is part of nothing any more, or that is over */
    public function takeOut(Incident $child, string $why, Actor $by): void
    {
        Locked::again($child);
        $parent = Children::parentOf($child->id) ?? throw Refused::because("{$child->ref()} is part of nothing any more.");
        $major = Incident::query()->findOrFail($parent);
        if (! $major->isOpen()) {
            throw Refused::because("{$major->ref()} is resolved, and {$child->ref()} with it.");
        }
        Link::query()->holds()->from([Incident::KIND, $child->id], LinkKind::Under)->update(['until' => now()]);
        $this->write(IncidentEntry::TakenOut, $child, $major, $by, ['why' => $why]);
    }

    /** @param  array<string, mixed>  $more */
    private function write(IncidentEntry $kind, Incident $child, Incident $major, Actor $by, array $more = []): void
    {
        Journal::write(
            $by, $kind, ['incident', $child->id], ['ref' => $child->ref(), 'to' => $major->ref(), ...$more], ['incident' => $major->id],
        );
    }

    /** Once for each report and larger incident, however often it is put there and taken out. */
    private static function tell(Report $report, Incident $child, Incident $major): void
    {
        $key = "report-$report->id-under-$major->id";
        if (DB::table('outbox')->where('kind', 'mail')->where('key', $key)->exists()) {
            return;
        }
        AlertsAndReports::mail($report, $child, $key, 'part');
    }
}
