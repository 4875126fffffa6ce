<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use Carbon\CarbonImmutable;

/** Tasks with a time by which somebody is to have done them. */
final class TaskClocks implements RunsOut
{
    /** So many of the nearest: a list of hundreds tells nobody what to do first. */
    private const MOST = 20;

    public function clocks(): array
    {
        return array_values(Task::query()->with(['ticket', 'incident', 'own'])->open()->whereNotNull('due_at')
            ->where(static fn($query) => $query->whereHas('ticket', static fn($ticket) => $ticket->open())
                ->orWhereHas('incident', static fn($incident) => $incident->whereNull('resolved_at')))
            ->orderBy('due_at')->limit(self::MOST)->get()->map(static fn(Task $task): RunningClock => new RunningClock(
                "task-$task->id", $task->text,
                $task->owner()->ref().', '.$task->whose().($task->blocked === null ? '' : ", blocked: $task->blocked"),
                $task->due_at ?? CarbonImmutable::now(), $task->made_at,
                $task->own !== null
                    ? "/tickets/{$task->own->id}"
                    : ($task->incident_id === null ? "/tickets/$task->ticket_id" : "/incidents/$task->incident_id"),
                true, $task->for_id,
            ))->all());
    }
}
