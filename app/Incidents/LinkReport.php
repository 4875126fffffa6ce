<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Refused;

/** Links a report to the incident that it is about, and takes that back. Call it inside a transaction. */
final class LinkReport
{
    /** @throws Refused if the incident is over, or the report linked meanwhile */
    public static function to(Report $report, Incident $incident, Actor $by): void
    {
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved. Link the report to one that is under way.");
        }
        $other = $report->incident()->first();
        if ($other !== null) {
            throw Refused::because("{$report->ref()} is linked already, to {$other->ref()}.");
        }
        Link::tie([Report::KIND, $report->id], [Incident::KIND, $incident->id], LinkKind::About);
        $report->unsetRelations();
        Journal::write($by, IncidentEntry::ReportLinked, ['report', $report->id], self::facts($report), ['incident' => $incident->id]);
    }

    /** Whoever follows the report is told that it was not about that. */
    public static function undo(Report $report, string $why, Actor $by): void
    {
        $incident = $report->incident()->first() ?? throw Refused::because(
            "{$report->ref()} is linked to nothing any more.",
        );
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved, and {$report->ref()} with it. Reopen the incident first.");
        }
        Link::query()->holds()->from([Report::KIND, $report->id], LinkKind::About)->update(['until' => now()]);
        $report->unsetRelations();
        Journal::write(
            $by, IncidentEntry::ReportUnlinked, ['report', $report->id], [...self::facts($report), 'why' => $why],
            ['incident' => $incident->id],
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
