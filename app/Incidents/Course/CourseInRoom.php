<?php

declare(strict_types=1);

namespace App\Incidents\Course;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Incident;
use App\Incidents\Major\ExtentOf;
use App\Incidents\Situation;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use Inertia\Inertia;
use Skarvo\Incidents\Course\Aspect;

/**
 * How an incident has grown, on the time band of its room.
 *
 * @phpstan-type Grown array{at: int, services: int, places: int, reports: int}
 */
final class CourseInRoom implements RoomPanel
{
    /** As many steps as a band can show. */
    private const SHOWN = 400;

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['growth' => Inertia::defer(static fn(): array => self::growth($incident, $situation), 'later')];
    }

    /** @return list<Grown> at: milliseconds since the epoch, from which on it was so */
    private static function growth(Incident $incident, Situation $situation): array
    {
        $notes = CourseNote::query()->where('incident_id', $incident->id)->where('aspect', Aspect::Extent)->latest('id')->limit(self::SHOWN)
            ->get();
        $grown = array_values($notes->reverse()->map(static fn(CourseNote $note): array => self::line($note->at, $note->value))->all());
        // What has just become so is noted in a moment: it is shown at once.
        $now = $incident->isOpen() ? self::line(CarbonImmutable::now(), ExtentOf::line($incident, $situation)) : null;
        $last = $grown[count($grown) - 1] ?? null;

        return $now === null || ($last !== null && ['at' => 0] + $now === ['at' => 0] + $last) ? $grown : [...$grown, $now];
    }

    /**
     * @param  array<string, mixed>  $extent
     * @return Grown
     */
    private static function line(CarbonImmutable $at, array $extent): array
    {
        $many = static fn(mixed $one): int => is_array($one) ? count($one) : (is_int($one) ? $one : 0);

        return [
            'at' => (int) $at->getTimestampMs(), 'services' => $many($extent['services'] ?? null),
            'places' => $many($extent['places'] ?? null),
            'reports' => $many($extent['reports'] ?? null),
        ];
    }
}
