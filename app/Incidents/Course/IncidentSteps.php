<?php

declare(strict_types=1);

namespace App\Incidents\Course;

use App\Incidents\Contracts\TellsCourse;
use App\Incidents\IncidentEntry;
use App\Platform\Journal\Entry;
use App\Platform\Staff\Names;
use Skarvo\Incidents\Course\Aspect;
use Skarvo\Incidents\Course\CourseStep;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Incidents\Stage;

/** What entries of an incident's own say of how it was. */
final class IncidentSteps implements TellsCourse
{
    public function steps(Entry $entry): array
    {
        $at = (int) $entry->at->getTimestampMs();
        $told = $entry->told();
        $text = static fn(string $name): string => is_scalar($told[$name] ?? null) ? (string) $told[$name] : '';
        $fact = static fn(string $key, string|int|bool|null $value): CourseStep => new CourseStep($at, Aspect::Fact, $key, $value);
        $hypothesis = static fn(array $value): CourseStep => new CourseStep(
            $at, Aspect::Hypothesis, mb_strtolower($text('text')), ['text' => $text('text'), ...$value],
        );

        return match (IncidentEntry::tryFrom($entry->kind)) {
            IncidentEntry::IncidentDeclared => [
                $fact('open', true), $fact('title', $text('title')), $fact('priority', (int) $text('priority')),
                $fact('stage', Stage::Looking->value), $fact('coordinator', $entry->actor_kind === 'person' ? $entry->actor_id : null),
                ...self::alerts($at, $told['alert_ids'] ?? []),
                ...(
                    $text('item') === ''
                        ? []
                        : [new CourseStep($at, Aspect::Item, $text('item'), ['name' => $text('said'), 'state' => $text('said_state')])]
                ),
            ],
            IncidentEntry::IncidentChanged => match ($text('field')) {
                'title' => [$fact('title', $text('is'))],
                'priority' => [$fact('priority', (int) $text('to'))],
                'stage' => [$fact('stage', $text('to'))],
                default => [],
            },
            IncidentEntry::IncidentCoordinator => [$fact('coordinator', $entry->actor_id)],
            IncidentEntry::IncidentResolved => [$fact('open', null), $fact('stage', Stage::Restored->value)],
            IncidentEntry::IncidentReopened => [
                $fact('open', true), $fact('stage', Stage::Looking->value), $fact('coordinator', $entry->actor_id),
            ],
            IncidentEntry::MajorRaised => [$fact('major', true)],
            IncidentEntry::MajorLowered => [$fact('major', null)],
            IncidentEntry::IncidentEstimated => [$fact('estimate', $text('until') === '' ? null : $text('until'))],
            IncidentEntry::HypothesisAdded => [$hypothesis(['state' => HypothesisState::Open->value, 'result' => '', 'by' => ''])],
            IncidentEntry::HypothesisTaken => [$hypothesis(['by' => Names::person($entry->actor_id)])],
            IncidentEntry::HypothesisSettled => [$hypothesis($text('state') === HypothesisState::Open->value
                ? ['state' => $text('state'), 'result' => '', 'by' => '']
                : ['state' => $text('state'), 'result' => $text('result'), 'by' => Names::person($entry->actor_id)])],
            IncidentEntry::RoleGiven => [new CourseStep($at, Aspect::Role, $text('role'), $text('person'))],
            IncidentEntry::RoleLeft => [new CourseStep($at, Aspect::Role, $text('role'), null)],
            IncidentEntry::AlertAttached => [new CourseStep($at, Aspect::Alert, $entry->subject_id, true)],
            IncidentEntry::AlertDetached => [new CourseStep($at, Aspect::Alert, $entry->subject_id, null)],
            IncidentEntry::ReportLinked => [new CourseStep($at, Aspect::Report, $entry->subject_id, true)],
            IncidentEntry::ReportUnlinked => [new CourseStep($at, Aspect::Report, $entry->subject_id, null)],
            IncidentEntry::IncidentItemAdded => [
                new CourseStep($at, Aspect::Item, $entry->subject_id, ['name' => $text('name'), 'state' => $text('state')]),
            ],
            IncidentEntry::IncidentItemLeftOut => [
                new CourseStep($at, Aspect::Item, $entry->subject_id, ['name' => $text('name'), 'state' => '']),
            ],
            IncidentEntry::IncidentItemUnsaid => [new CourseStep($at, Aspect::Item, $entry->subject_id, null)],
            default => [],
        };
    }

    /** @return list<CourseStep> */
    private static function alerts(int $at, mixed $ids): array
    {
        return array_map(
            static fn(mixed $id): CourseStep => new CourseStep($at, Aspect::Alert, is_scalar($id) ? (string) $id : '', true),
            is_array($ids) ? array_values($ids) : [],
        );
    }
}
