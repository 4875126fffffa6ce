<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Refused;

/** Links a report to the incident that it is about, and takes that back. Call it inside a transaction. */
final class LinkReport
{
    /** @throws \Illuminate\Validation\ValidationException if the incident is over, or the report linked meanwhile */
    public static function to(Report $report, Incident $incident, Actor $by): void
    {
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved. Link the report to one that is under way.");
        }
        if (
            Report::query()->whereKey($report->id)
                ->whereNull('incident_id')->update(['incident_id' => $incident->id, 'unlinked_at' => null]) === 0
        ) {
            $other = Incident::query()->find($report->refresh()->incident_id);
            throw Refused::because("{$report->ref()} is linked already, to {$other?->ref()}.");
        }
        Journal::write($by, IncidentEntry::ReportLinked, ['report', $report->id], self::facts($report), ['incident' => $incident->id]);
    }

    /** Whoever follows the report is told that it was not about that. */
    public static function undo(Report $report, string $why, Actor $by): void
    {
        $report->refresh();
        $incident = Incident::query()->find($report->incident_id) ?? throw Refused::because(
            "{$report->ref()} is linked to nothing any more.",
        );
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved, and {$report->ref()} with it. Reopen the incident first.");
        }
        $report->update(['incident_id' => null, 'unlinked_at' => now()]);
        Journal::write(
            $by, IncidentEntry::ReportUnlinked, ['report', $report->id], [...self::facts($report), 'why' => $why], ['incident' => $incident->id],
        );
    }

    /** @return array<string, mixed> */
    private static function facts(Report $report): array
    {
        return [
            'ref' => $report->ref(), 'what' => mb_substr($report->what, 0, 120),
            'where' => $report->site === null ? [] : [$report->site],
        ];
    }
}
