<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Entry;
use App\Platform\Moment;
use Carbon\CarbonImmutable;
use Skarvo\Incidents\PriorityMatrix;
use Skarvo\Incidents\Targets\Happening;
use Skarvo\Incidents\Targets\HappeningKind;
use Skarvo\Incidents\Targets\Target;
use Skarvo\Incidents\Targets\Targets;

/**
 * By when an incident is to be restored: the same computation as for tickets. It counts from the declaration with the priority
 * that the incident has now, at all hours, and stands still between its end and its being opened again.
 */
final class RestoreTarget
{
    private const NAME = 'restore';

    /** @param  int  $priority  that it has, or is about to have */
    public static function of(Incident $incident, int $priority): CarbonImmutable
    {
        $happenings = [];
        $kinds = [IncidentEntry::IncidentResolved->value, IncidentEntry::IncidentReopened->value];
        foreach (Entry::query()->about(Incident::KIND, $incident->id)->whereIn('kind', $kinds)->orderBy('seq')->get() as $entry) {
            $happenings[] = new Happening(
                max($incident->declared_at->getTimestamp(), $entry->at->getTimestamp()),
                $entry->kind === $kinds[0] ? HappeningKind::Met : HappeningKind::Reopened, name: self::NAME,
            );
        }

        return self::by($incident->declared_at, $priority, $happenings);
    }

    /** @param  list<Happening>  $happenings  what became of it since */
    public static function by(CarbonImmutable $declared, int $priority, array $happenings = []): CarbonImmutable
    {
        $matrix = Priorities::matrix();
        $targets = array_map(
            static fn(int $one): Target => new Target(self::NAME, $one, $matrix->restoreWithin($one), pauses: false), PriorityMatrix::PRIORITIES,
        );
        $opened = new Happening($declared->getTimestamp(), HappeningKind::Opened, $priority);
        $now = max([Moment::now(), $opened->at, ...array_map(static fn(Happening $one): int => $one->at, $happenings)]);
        $due = Targets::of($targets, [$opened, ...$happenings], $now)[0]->dueAt;

        // What is over is due no more: it keeps what was promised of it.
        return Moment::of($due ?? $opened->at + $matrix->restoreWithin($priority));
    }
}
