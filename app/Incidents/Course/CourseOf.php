<?php

declare(strict_types=1);

namespace App\Incidents\Course;

use App\Incidents\Contracts\TellsCourse;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Story;
use App\Platform\Given;
use App\Platform\Journal\Entry;
use Skarvo\Incidents\Course\Aspect;
use Skarvo\Incidents\Course\Course;
use Skarvo\Incidents\Course\CourseStep;
use Skarvo\Incidents\Stage;

/** How an incident was, from its journal and from what was noted beside it. */
final class CourseOf
{
    public static function incident(Incident $incident): Course
    {
        $own = self::own($incident);
        $tellers = Given::all(TellsCourse::class);
        $steps = self::beginningOfSplit($incident);
        $roles = [];
        foreach (Story::of($incident) as $entry) {
            $isOwn = $entry->subject_kind !== Incident::KIND || in_array($entry->subject_id, $own, true);
            foreach ($tellers as $teller) {
                foreach ($teller->steps($entry) as $step) {
                    // What another was called and how pressing it was until it was merged into this one is not said of this one.
                    if ($isOwn || $step->aspect !== Aspect::Fact) {
                        $steps[] = $step;
                        $roles += $step->aspect === Aspect::Role ? [$step->key => true] : [];
                    }
                }
            }
            if ($isOwn && $entry->kind === IncidentEntry::IncidentResolved->value) {
                foreach (array_keys($roles) as $role) {
                    $steps[] = new CourseStep((int) $entry->at->getTimestampMs(), Aspect::Role, (string) $role, null);
                }
            }
        }
        foreach (CourseNote::query()->where('incident_id', $incident->id)->orderBy('id')->get() as $note) {
            foreach ($note->aspect === Aspect::Clock ? $note->value : ['all' => $note->value] as $key => $value) {
                $steps[] = new CourseStep(
                    (int) $note->at->getTimestampMs(), $note->aspect, (string) $key, is_string($value) || is_array($value) ? $value : null,
                );
            }
        }

        return new Course($steps);
    }

    /** @return list<string> its id, and those of which it was a part before it was split off */
    private static function own(Incident $incident): array
    {
        $own = [];
        for ($one = $incident; $one !== null; $one = $one->split_from_id === null ? null : Incident::query()->find($one->split_from_id)) {
            $own[] = (string) $one->id;
        }

        return $own;
    }

    /** @return list<CourseStep> what was split off begins as something of its own, though nobody declared it */
    private static function beginningOfSplit(Incident $incident): array
    {
        if ($incident->split_from_id === null) {
            return [];
        }
        $first = static function (string $field, string $fact) use ($incident): mixed {
            $entry = Story::of($incident)->first(static fn(Entry $one): bool => $one->subject_id === (string) $incident->id
                && $one->kind === IncidentEntry::IncidentChanged->value && ($one->facts['field'] ?? null) === $field);

            return $entry?->told()[$fact] ?? null;
        };
        $at = (int) $incident->declared_at->getTimestampMs();
        $title = $first('title', 'was');
        $priority = $first('priority', 'from');

        return [
            new CourseStep($at, Aspect::Fact, 'title', is_string($title) ? $title : $incident->title),
            new CourseStep($at, Aspect::Fact, 'priority', is_int($priority) ? $priority : $incident->priority),
            new CourseStep($at, Aspect::Fact, 'stage', Stage::Looking->value),
        ];
    }
}
