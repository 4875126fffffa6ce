<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\FollowsReports;
use App\Platform\Contracts\ClockPart;
use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/**
 * Resolves the reports of what is over, and opens those of what is not over after all, and tells their reporters: at once as many as
 * nobody waits for, the rest in parts, so that no page waits until thousands have been written. An incident is marked with what is
 * told until all have been.
 */
final class EndReports implements ClockPart
{
    /** In one transaction. */
    public const PART = 25;

    /** @var array<int, \Throwable> by report: what cannot be dealt with holds up none of the others */
    private array $failed = [];

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
        $this->failed = [];
        $done = 0;
        foreach (
            Incident::query()->where(static fn($any) => $any->whereNotNull('ending')->whereNotNull('resolved_at'))->orWhereNotNull('again')
                ->orderBy('id')->pluck('id')->map(static fn(mixed $id): int => is_numeric($id) ? (int) $id : 0) as $id
        ) {
            do {
                $ended = DB::transaction(function () use ($id, $mayWork): int {
                    $incident = Incident::query()->with('occasion')->whereKey($id)->first();

                    return $incident === null || ! $mayWork() ? 0 : $this->next($incident);
                });
                $done += $ended;
            } while ($ended > 0);
        }
        $failure = $this->failure();

        return $failure === null ? $done : throw $failure;
    }

    private function failure(): ?\Throwable
    {
        return array_values($this->failed)[0] ?? null;
    }

    /**
     * The next part. Call it inside a transaction.
     *
     * @return int of how many it was
     */
    public function next(Incident $incident): int
    {
        $text = $incident->isOpen() ? $incident->again : $incident->ending;
        if ($text === null) {
            return 0;
        }
        $reports = $this->waiting($incident);
        foreach ($reports as $report) {
            try {
                DB::transaction(
                    static fn() => $incident->isOpen() ? self::again($report, $incident, $text) : self::end($report, $incident, $text)
                );
            } catch (\Throwable $e) {
                $this->failed[$report->id] = $e;
            }
        }
        if ($reports->count() < self::PART && $this->failed === []) {
            $incident->update(['ending' => null, 'again' => null, 'again_since' => null]);
        }

        return $reports->count();
    }

    /** @return Collection<int, Report> */
    private function waiting(Incident $incident): Collection
    {
        $about = Report::query()->about($incident->id)->whereKeyNot(array_keys($this->failed))->orderBy('id')->limit(self::PART);

        return $incident->isOpen()
            ? $about->whereNotNull('resolved_at')->where('resolved_at', '>=', $incident->again_since)->get()
            : $about->whereNull('resolved_at')->get();
    }

    private static function end(Report $report, Incident $incident, string $text): void
    {
        $report->update(['resolved_at' => $incident->resolved_at]);
        self::write(IncidentEntry::ReportResolved, $report, $incident);
        AlertsAndReports::mail(
            $report, $incident, self::key($report, $incident, 'resolved'), 'over', $text,
        );
        foreach (Given::all(FollowsReports::class) as $one) {
            $one->ended($report, $incident, $text);
        }
    }

    private static function again(Report $report, Incident $incident, string $text): void
    {
        $report->update(['resolved_at' => null]);
        self::write(IncidentEntry::ReportReopened, $report, $incident);
        AlertsAndReports::mail(
            $report, $incident, self::key($report, $incident, 'reopened'), 'again', $text,
        );
        foreach (Given::all(FollowsReports::class) as $one) {
            $one->again($report, $incident, $text);
        }
    }

    /** Each turn is a version of the incident: the same mail is never queued twice, and the next one has a key of its own. */
    private static function key(Report $report, Incident $incident, string $turn): string
    {
        return "report-$report->id-$turn-$incident->version";
    }

    private static function write(IncidentEntry $kind, Report $report, Incident $incident): void
    {
        Journal::write(Actor::system(), $kind, ['report', $report->id], ['ref' => $report->ref()], ['incident' => $incident->id]);
    }
}
