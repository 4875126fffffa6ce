<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Incidents\Occasion;
use App\Incidents\Roles\RoleHeld;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Staff\Names;
use Illuminate\Database\Eloquent\Collection;

/** Updates that were promised, and those that went out: as clocks, and on the band. */
final class OwedUpdates implements BandRow, RunsOut
{
    public function clocks(): array
    {
        $clocks = [];
        foreach (self::owed() as $occasion) {
            if ($occasion->next_update_at !== null) {
                $writer = self::writer($occasion);
                $clocks[] = new RunningClock(
                    "update-$occasion->id", "Update owed, $occasion->ref",
                    $occasion->title.($writer === null ? '' : '; '.Names::person($writer).' writes it'),
                    $occasion->next_update_at, $occasion->begun_at, "$occasion->path#say", true, $writer,
                );
            }
        }

        return $clocks;
    }

    /** @return string|null who has to write it: of an incident whoever speaks for it, else its coordinator */
    private static function writer(Occasion $occasion): ?string
    {
        if ($occasion->kind !== Incident::KIND) {
            return null;
        }
        $communicator = $occasion->getAttribute('communicator');

        return is_string($communicator) ? $communicator : Incident::open($occasion->record_id)?->coordinator_id;
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
            static fn(): Collection => Occasion::query()->open()->whereNotNull('next_update_at')->orderBy('next_update_at')
                ->select('occasions.*')
                ->addSelect(['communicator' => RoleHeld::query()->select('person_id')->whereColumn('incident_id', 'occasions.record_id')
                    ->where('occasions.kind', Incident::KIND)->where('role', 'communicator')->whereNull('until')->limit(1)])
                ->get(),
        );
    }
}
