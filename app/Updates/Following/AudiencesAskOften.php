<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Contracts\OwesUpdates;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Updates\NextUpdate;
use Illuminate\Support\Facades\Cache;

/** Audiences that want to hear of an incident more often than its priority asks for. */
final class AudiencesAskOften implements OwesUpdates
{
    private const KNOWN = 'audiences-that-ask-often';

    private const KNOWN_SECONDS = 60;

    public function owes(Incident $incident): ?array
    {
        // Hardly any do, and each room asks.
        $ids = Cache::remember(
            self::KNOWN, self::KNOWN_SECONDS,
            static fn(): array => Audience::query()->whereNull('ended_at')->whereNotNull('every_minutes')->pluck('id')->all()
        );
        if ($ids === []) {
            return null;
        }
        $notice = Noticed::next($incident, array_column(NextUpdate::services($incident, Situation::shown()), 'name'));
        $reports = Report::query()->about($incident->id)->count();
        $often = null;
        foreach (
            Audience::query()->whereKey($ids)->whereNull('ended_at')->whereNotNull('every_minutes')->orderBy('every_minutes')->orderBy('id')
                ->get() as $audience
        ) {
            if ($often === null && $audience->rule()->holds($notice, $incident->priority, $reports)) {
                $often = ['seconds' => (int) $audience->every_minutes * 60, 'to' => $audience->name];
            }
        }

        return $often;
    }

    public static function changed(): void
    {
        Cache::forget(self::KNOWN);
    }
}
