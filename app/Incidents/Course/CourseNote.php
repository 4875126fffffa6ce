<?php

declare(strict_types=1);

namespace App\Incidents\Course;

use App\Incidents\Incident;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Skarvo\Incidents\Course\Aspect;

/**
 * How an aspect of an incident was from a moment on.
 *
 * @property int $id
 * @property int $incident_id
 * @property CarbonImmutable $at
 * @property Aspect $aspect
 * @property array<string, mixed> $value
 */
final class CourseNote extends Record
{
    protected $table = 'incident_course';

    protected $casts = ['incident_id' => 'integer', 'at' => 'immutable_datetime', 'aspect' => Aspect::class, 'value' => 'array'];

    /**
     * Written down if it is not as it was.
     *
     * @param  array<string, mixed>  $value
     * @return bool whether it was
     */
    public static function keep(int $incident, Aspect $aspect, array $value): bool
    {
        $last = self::query()->where('incident_id', $incident)->where('aspect', $aspect)->latest('id')->first();
        if ($last !== null && $last->value === $value) {
            return false;
        }
        self::query()->create(['incident_id' => $incident, 'at' => now(), 'aspect' => $aspect, 'value' => $value]);

        return true;
    }

    /**
     * @param  list<int>  $incidents
     * @return array<int, array<string, mixed>> what was written down of each last, by incident
     */
    public static function latest(array $incidents, Aspect $aspect): array
    {
        $last = self::query()->whereIn('incident_id', $incidents)->where('aspect', $aspect)->groupBy('incident_id')->selectRaw('max(id)');

        return self::query()->whereIn('id', $last)->get()->mapWithKeys(static fn(self $one): array => [$one->incident_id => $one->value])
            ->all();
    }

    /** What runs out of an incident, as it stands now. Call it whenever any of it has changed. */
    public static function clocks(Incident $incident): void
    {
        $isOpen = $incident->isOpen();
        $occasion = $incident->occasion;
        self::keep($incident->id, Aspect::Clock, array_map(static fn(?CarbonImmutable $one): ?string => $one?->toIso8601ZuluString(), [
            'first' => $isOpen && $occasion->answered_at === null ? $incident->respond_by : null,
            'restore' => $isOpen ? $incident->restore_by : null, 'update' => $isOpen ? $occasion->next_update_at : null,
        ]));
    }
}
