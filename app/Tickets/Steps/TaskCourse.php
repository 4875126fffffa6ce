<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Incidents\Contracts\TellsCourse;
use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Platform\Staff\Names;
use App\Tickets\TicketEntry;
use Skarvo\Incidents\Course\Aspect;
use Skarvo\Incidents\Course\CourseStep;
use Skarvo\Tickets\TaskState;

/** How the tasks of an incident were. */
final class TaskCourse implements TellsCourse
{
    public function steps(Entry $entry): array
    {
        if ($entry->subject_kind !== Incident::KIND) {
            return [];
        }
        $told = $entry->told();
        $text = static fn(string $name): string => is_scalar($told[$name] ?? null) ? (string) $told[$name] : '';
        // Older entries do not say which task it was: then its text has to do.
        $key = $text('task') === '' ? $text('text') : $text('task');
        $step = static fn(array $value): array => [
            new CourseStep((int) $entry->at->getTimestampMs(), Aspect::Task, $key, ['text' => $text('text'), ...$value]),
        ];
        $who = $text('person') !== '' ? Names::person($text('person')) : ($text('team') === '' ? 'The desk' : Names::team($text('team')));

        return match (TicketEntry::tryFrom($entry->kind)) {
            TicketEntry::TaskAdded => $step(['who' => $who, 'state' => TaskState::Open->value, 'blocked' => '']),
            TicketEntry::TaskPassed => $step(['who' => $who, 'blocked' => '']),
            TicketEntry::TaskBlocked => $step(['blocked' => $text('why')]),
            TicketEntry::TaskGoesOn => $step(['blocked' => '']),
            TicketEntry::TaskDone => $step(['state' => TaskState::Done->value, 'blocked' => '']),
            TicketEntry::TaskSkipped => $step(['state' => TaskState::Skipped->value, 'blocked' => '']),
            TicketEntry::TaskReopened => $step(['state' => TaskState::Open->value, 'blocked' => '']),
            default => [],
        };
    }
}
