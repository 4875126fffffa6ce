<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\IncidentEntry;
use App\Incidents\LinkReport;
use App\Incidents\Report;
use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Refused;
use App\Topology\Item;
use App\Topology\OwnItems;
use App\Updates\Contracts\GuessesServices;
use App\Updates\Contracts\HearsReports;
use App\Updates\Files\KeepFiles;
use Illuminate\Support\Facades\DB;

/** Takes what somebody tells of a problem, once: by the form, or from another system. */
final class TakeReport
{
    /** So much of it stands in the journal. */
    private const WORDS = 120;

    public function __invoke(NewReport $new): Report
    {
        return DB::transaction(static function () use ($new): Report {
            $present = Report::query()->where('send_key', $new->sendKey)->first();
            if ($present !== null) {
                return $present;
            }
            $by = Actor::reporter($new->name);
            $service = $new->service ?? self::guessed($new);
            $report = Report::query()->create([
                'token' => Report::newToken(), 'service_id' => $service,
                'service_said' => $new->service !== null, 'site' => $new->site, 'what' => $new->what,
                'name' => $new->name, 'email' => $new->email, 'told_at' => now(), 'send_key' => $new->sendKey,
                'way' => $new->way, 'stops' => $new->answers?->stops, 'others' => $new->answers?->others, 'waits' => $new->answers?->waits,
                'item_id' => $new->device ?? (ReportRules::attaches($service) ? OwnItems::onlyDevice((string) $new->email)?->id : null),
                // Ours is what all read of whom nothing else is known.
                'language' => $new->language === config()->string('skarvo.language') ? null : $new->language,
                'answered' => Questions::answered($service, $new->answered) ?: null,
            ])->refresh();
            Journal::write(
                $by, IncidentEntry::ReportReceived, ['report', $report->id],
                ['what' => mb_substr($new->what, 0, self::WORDS), 'where' => $new->site === null ? [] : [$new->site]],
            );

            KeepFiles::of($report, $new->files);
            foreach (Given::all(HearsReports::class) as $one) {
                $one->heard($report);
            }

            // Of a problem that the public knows, and that is about this service: the reporter says so, and follows it.
            $told = array_values(array_filter(Told::open(), static fn(Told $told): bool => $told->incident->id === $new->same))[0] ?? null;
            if ($told !== null && in_array(Item::query()->find($service)?->public_name, $told->seen()['services'], true)) {
                LinkReport::to($report, $told->incident, $by);
            }

            return $report->refresh();
        });
    }

    /** @throws Refused where nothing can be said of it */
    private static function guessed(NewReport $new): string
    {
        foreach (Given::all(GuessesServices::class) as $one) {
            $service = $one->service($new->what, $new->site);
            if ($service !== null) {
                return $service;
            }
        }
        throw Refused::because(__('report.no_service'), 'service');
    }
}
