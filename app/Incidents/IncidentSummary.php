<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Signals\Alert;
use Skarvo\Paging\Outcome;
use Skarvo\Topology\State;

/** An incident as a list shows it: one line of what it is, one of how it stands. */
final class IncidentSummary
{
    /** @return array<string, mixed> */
    public static function of(Incident $incident): array
    {
        return [
            'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title, 'priority' => $incident->priority,
            'service' => $incident->service->name ?? '', 'stage' => $incident->stage->value, 'stageWords' => $incident->stage->words(),
            'state' => self::state($incident), 'stands' => self::stands($incident),
            'started_at' => $incident->started_at, 'declared_at' => $incident->declared_at, 'resolved_at' => $incident->resolved_at,
            'next_update_at' => $incident->next_update_at, 'restore_by' => $incident->restore_by,
            'coordinator' => $incident->coordinator->name ?? '', 'coordinator_id' => $incident->coordinator_id,
        ];
    }

    /** The worst that its open alerts say, or restored. */
    private static function state(Incident $incident): string
    {
        if (! $incident->isOpen()) {
            return 'restored';
        }
        $ranks = Alert::query()->where('incident_id', $incident->id)->whereNull('closed_at')->get(['level'])->map(static fn(Alert $a): int => $a->level->observed()->rank());

        return State::ofRank((int) ($ranks->max() ?? 0))->value;
    }

    private static function stands(Incident $incident): string
    {
        $team = $incident->team->name ?? null;
        $call = $incident->calls->last();
        $who = match ($call?->outcome) {
            Outcome::Acknowledged => "$team answered",
            Outcome::Waiting => "$team is being called",
            Outcome::Exhausted => "Nobody of $team answered",
            default => $team,
        };
        $reports = $incident->reports->count();

        return implode(', ', array_filter([$incident->stage->words(), $who, $reports === 0 ? null : ($reports === 1 ? 'one linked report' : "$reports linked reports")])).'.';
    }
}
