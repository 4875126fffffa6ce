<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Occasion;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Person;
use Illuminate\Database\Eloquent\Collection;

/** Updates that were promised, and those that went out: as clocks, and on the band. */
final class OwedUpdates implements BandRow, RunsOut
{
    public function clocks(): array
    {
        $clocks = [];
        foreach (self::owed() as $occasion) {
            if ($occasion->next_update_at !== null) {
                $clocks[] = new RunningClock(
                    "update-$occasion->id", "Update owed, $occasion->ref", $occasion->title,
                    $occasion->next_update_at, $occasion->begun_at, "$occasion->path#say", true,
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
            'owed' => self::owed()->map(static fn(Occasion $o): array => [
                'link' => $o->path, 'ref' => $o->ref, 'at' => $o->next_update_at,
            ]),
        ];
    }

    /** @return Collection<int, Occasion> the soonest first */
    private static function owed(): Collection
    {
        return Look::once(
            'owed updates',
            static fn(): Collection => Occasion::query()->open()->whereNotNull('next_update_at')->orderBy('next_update_at')->get(),
        );
    }
}
