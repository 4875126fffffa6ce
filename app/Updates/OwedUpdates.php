<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Moment;
use App\Platform\Person;
use Illuminate\Database\Eloquent\Builder;

/** Updates that were promised, and those that went out: as clocks, and on the band. */
final class OwedUpdates implements BandRow, RunsOut
{
    public function clocks(): array
    {
        $clocks = [];
        foreach (self::owed()->get() as $incident) {
            if ($incident->next_update_at !== null) {
                $clocks[] = new RunningClock(
                    "update-$incident->id", "Update owed, {$incident->ref()}", $incident->title,
                    $incident->next_update_at, $incident->declared_at, "/incidents/$incident->id#say", true,
                );
            }
        }

        return $clocks;
    }

    public function rows(Person $reader, int $from, int $to): array
    {
        return [
            'updates' => Update::query()->where('published_at', '>=', Moment::of($from))
                ->orderBy('published_at')->get(['incident_id', 'number', 'published_at'])
                ->map(static fn(Update $u): array => ['incident' => $u->incident_id, 'number' => $u->number, 'at' => $u->published_at]),
            'owed' => self::owed()->orderBy('next_update_at')->get()
                ->map(static fn(Incident $i): array => ['incident' => $i->id, 'ref' => $i->ref(), 'at' => $i->next_update_at]),
        ];
    }

    /** @return Builder<Incident> */
    private static function owed(): Builder
    {
        return Incident::query()->whereNull('resolved_at')->whereNotNull('next_update_at');
    }
}
