<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysNext;
use App\Incidents\Contracts\TakesTasks;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Platform\Look;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Platform\Team;
use App\Platform\WallClock;
use App\Tickets\Ticket;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Tickets\TaskState;

/**
 * Tasks of an incident: in its room, and when it is to end. Whoever resolves it is told what is open, and stopped by what has to
 * be done before.
 */
final class IncidentTasks implements HasConsequences, RoomPanel, SaysNext, TakesTasks
{
    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return [
            'taskTeams' => static fn(): array => Names::teamChoices(),
            'tasks' => static fn(): array => array_values(
                self::of($incident)->map(static fn(Task $one): array => $one->toLine())->all(),
            ),
        ];
    }

    public function next(Incident $incident): array
    {
        return array_values(self::of($incident)->filter(static fn(Task $one): bool => $one->state === TaskState::Open)
            ->map(static fn(Task $one): string => $one->whose().": $one->text".(
                $one->due_at === null ? '' : ', by '.WallClock::time($one->due_at)
            )
                .($one->blocked === null ? '' : "; blocked: $one->blocked"))->all());
    }

    /** @return Collection<int, Task> in their order: read once in a look at a screen */
    private static function of(Incident $incident): Collection
    {
        return Look::once(
            "tasks of $incident->id",
            static fn(): Collection => Task::query()->with('own.person')->where('incident_id', $incident->id)->orderBy('ordinal')->get(),
        );
    }

    public function add(Incident $incident, string $text, ?Team $team, ?Person $for, Person $by): void
    {
        (new WorkSteps($by))->add($incident, $text, $team, false, $for);
    }

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        if ($turn->kind === TurnKind::Raised || $turn->kind === TurnKind::Lowered) {
            return new Foreseen(static fn(): array => [], static fn() => TaskTickets::press($incident));
        }
        if ($turn->kind === TurnKind::Reopened) {
            return new Foreseen(static fn(): array => [], static fn() => TaskTickets::followOwner($incident));
        }
        if ($turn->kind === TurnKind::Merged && $turn->into !== null) {
            $into = $turn->into;

            // What they are tied to has moved; how pressing they are goes by that.
            return new Foreseen(static fn(): array => [], static function () use ($incident, $into): void {
                $after = (int) Task::query()->where('incident_id', $into->id)->max('ordinal');
                Task::query()->where('incident_id', $incident->id)->increment('ordinal', $after, ['incident_id' => $into->id]);
                TaskTickets::press($into);
            });
        }
        if ($turn->kind === TurnKind::Decided && $turn->does !== null) {
            $by = Person::query()->findOrFail((string) $turn->by->id);

            return new Foreseen(
                static fn(): array => [], static fn() => (new WorkSteps($by))->add($incident, $turn->why, $turn->does, false),
            );
        }
        if ($turn->kind !== TurnKind::Resolved) {
            return null;
        }
        $open = Task::query()->where('incident_id', $incident->id)->open()->orderBy('ordinal')->get();
        $must = array_values($open->where('must', true)->pluck('text')->map(strval(...))->all());

        return new Foreseen(static fn(): array => [
            'tasks' => array_values($open->pluck('text')->all()), 'musts' => $must,
            'steps' => Task::query()->open()->whereIn(
                'ticket_id',
                Ticket::query()->open()->whereIn('report_id', Report::query()->about($incident->id)->select('id'))->select('id'),
            )->count(),
        ], static function () use ($must, $incident): void {
            if ($must !== []) {
                throw Refused::because(
                    "{$incident->ref()} cannot be resolved before this is done: “".implode('”, “', $must)
                        .'”. Do it, or skip it with a reason.',
                );
            }
            TaskTickets::followOwner($incident);
        });
    }
}
