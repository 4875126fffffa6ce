<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Report;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/** What a reporter says of it once it is over: whether it helped, and what should be better. */
final class JudgeReport
{
    private const WORDS = 200;

    /** @throws Refused while it is not over */
    public function __invoke(Report $report, bool $helped, string $better): void
    {
        DB::transaction(static function () use ($report, $helped, $better): void {
            Locked::again($report);
            if ($report->resolved_at === null) {
                throw Refused::because(__('report.not_over'), 'helped');
            }
            if ($report->helped === $helped && (string) $report->better === $better) {
                return;
            }
            $report->update(['helped' => $helped, 'better' => $better === '' ? null : $better]);
            Journal::write(Actor::reporter($report->name), UpdateEntry::ReportJudged, [Report::KIND, $report->id], [
                'ref' => $report->ref(), 'helped' => $helped ? 'yes' : 'no', 'text' => mb_substr($better, 0, self::WORDS),
            ]);
        });
    }
}
