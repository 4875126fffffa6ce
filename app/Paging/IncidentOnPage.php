<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Incident;
use App\Incidents\Occasion;
use App\Incidents\Situation;
use App\Paging\Contracts\OnThePage;
use App\Signals\Alert;
use Illuminate\Database\Eloquent\Builder;

/** What of an incident stands on the phone of somebody who is called for it: how bad, what is hit, where, its alerts. */
final class IncidentOnPage implements OnThePage
{
    private const ALERTS = 5;

    private const MENDED = 3;

    public function page(Occasion $occasion, Page $page): array
    {
        if ($occasion->kind !== Incident::KIND) {
            return [];
        }
        $incident = Incident::query()->with('coordinator')->findOrFail($occasion->record_id);
        $situation = Situation::shown();
        $alerts = static fn(): Builder => Alert::query()->where('incident_id', $incident->id);

        return [
            'impact' => $incident->impact->meaning(), 'stage' => $incident->stage->words(),
            'begunAt' => $incident->started_at, 'decides' => $incident->coordinator?->name,
            'services' => array_map(
                static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value],
                $situation->services($incident->id),
            ),
            'sites' => $situation->estate->sites($situation->of($incident->id)),
            'alerts' => $alerts()->orderByDesc('closed_at')->orderBy('first_signal_at')->limit(self::ALERTS)->get()
                ->map(static fn(Alert $a): array => $a->toLine()),
            // A signal that came late may have changed what this page was sent for; it stays, and says so.
            'mended' => $alerts()
                ->where(static fn(Builder $any) => $any->where('withdrawn_at', '>', $page->at)->orWhere('mended_at', '>', $page->at))
                ->orderBy('id')->limit(self::MENDED)->get()
                ->map(static fn(Alert $a): array => ['title' => $a->title(), 'withdrawn' => $a->withdrawn_at !== null]),
            'alertCount' => $alerts()->count(),
        ];
    }
}
