<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use Illuminate\Support\Facades\DB;

/**
 * Resolves the reports of what is over, and tells their reporters: at once as many as nobody waits for, the rest in parts, so that no
 * page waits until thousands have been written. An incident is marked with what is told until all have been.
 */
final class EndReports implements ClockPart
{
    /** In one transaction. */
    public const PART = 100;

    public function name(): string
    {
        return 'ending';
    }

    public function whileBroken(): string
    {
        return 'Reporters are not told that what they reported is over.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $done = 0;
        while (true) {
            $ended = DB::transaction(static function () use ($mayWork): int {
                $incident = Incident::query()->with('occasion')->whereNotNull('resolved_at')->whereNotNull('ending')->orderBy('id')->first();

                return $incident === null || ! $mayWork() ? 0 : self::next($incident) + 1;
            });
            if ($ended === 0) {
                return $done;
            }
            $done += $ended;
        }
    }

    /**
     * The next part. Call it inside a transaction.
     *
     * @return int how many were resolved
     */
    public static function next(Incident $incident): int
    {
        $reports = Report::query()->about($incident->id)->whereNull('resolved_at')->orderBy('id')->limit(self::PART)->get();
        foreach ($reports as $report) {
            $report->update(['resolved_at' => $incident->resolved_at]);
            Journal::write(
                Actor::system(), IncidentEntry::ReportResolved, ['report', $report->id], ['ref' => $report->ref()],
                ['incident' => $incident->id],
            );
            AlertsAndReports::mail(
                $report, $incident, 'resolved', "Over: what you reported ({$report->ref()})",
                "you reported: \"$report->what\"\n\n$incident->ending\n\nIf it still does not work for you, say so here: ",
            );
        }
        if ($reports->count() < self::PART) {
            $incident->update(['ending' => null]);
        }

        return $reports->count();
    }
}
