<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Staff\Names;
use App\Platform\Team;
use App\Tickets\Requests\AddTaskRequest;
use App\Tickets\Requests\FollowChecklistRequest;
use App\Tickets\Requests\SayOfTaskRequest;
use App\Tickets\Requests\SettleTaskRequest;
use App\Tickets\Ticket;
use App\Tickets\TicketPost;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;

/** Steps of tickets: at the desk, and for the team that one is for. */
final class StepsController
{
    /** As many as somebody can look at. */
    private const SHOWN = 100;

    /** What is for one's own team, and no more of the tickets than it needs. */
    public function index(Request $request): Response
    {
        $team = CurrentPerson::of($request)->team_id;

        return Inertia::render('Tickets/Tasks', [
            'tasks' => $team === null ? [] : Task::query()->with(['ticket.report.service', 'incident.service', 'own.person', 'own.posts'])->open()->where('team_id', $team)
                ->where(static fn($query) => $query->whereHas('ticket', static fn($ticket) => $ticket->open())
                    ->orWhereHas('incident', static fn($incident) => $incident->whereNull('resolved_at')))
                ->orderBy('made_at')->orderBy('id')->limit(self::SHOWN)->get()
                ->map(static fn(Task $task): array => [
                    ...$task->toLine(), 'ref' => $task->owner()->ref(),
                    'service' => $task->service()->name ?? '', 'place' => $task->ticket?->report?->site, 'made_at' => $task->made_at,
                    'due' => $task->own?->due_at, 'priority' => $task->own->priority ?? $task->owner()->priority,
                    'said' => $task->own?->posts->map(static fn(TicketPost $post): array => [
                        'id' => $post->id, 'by' => Names::person($post->person_id), 'text' => $post->text, 'at' => $post->at,
                    ])->all() ?? [],
                ])->all(),
            'team' => Team::query()->find($team ?? '')?->name,
        ]);
    }

    public function add(AddTaskRequest $request, Ticket $ticket): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkSteps(CurrentPerson::of($request));
        $team = isset($input['team']) ? Team::query()->find((string) $input['team']) : null;
        Once::for($request, static fn() => $work->add($ticket, trim((string) $input['text']), $team, (bool) ($input['must'] ?? false)));

        return back();
    }

    public function addToIncident(AddTaskRequest $request, Incident $incident): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkSteps(CurrentPerson::of($request));
        $team = isset($input['team']) ? Team::query()->find((string) $input['team']) : null;
        Once::for($request, static fn() => $work->add($incident, trim((string) $input['text']), $team, (bool) ($input['must'] ?? false)));

        return back();
    }

    public function follow(FollowChecklistRequest $request, Ticket $ticket): RedirectResponse
    {
        $work = new WorkSteps(CurrentPerson::of($request));
        $checklist = Checklist::query()->findOrFail((int) $request->validated()['checklist']);
        Once::for($request, static fn() => $work->follow($ticket, $checklist));

        return back();
    }

    /** The team talks with the desk about what it is asked. */
    public function say(SayOfTaskRequest $request, Task $task): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Once::for($request, static fn() => (new WorkSteps($by))->say($task, trim((string) $request->validated()['text'])));

        return back();
    }

    /** Somebody of the team has it. */
    public function take(Request $request, Task $task): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Once::for($request, static fn() => (new WorkSteps($by))->take($task));

        return back();
    }

    public function settle(SettleTaskRequest $request, Task $task): RedirectResponse
    {
        $work = new WorkSteps(CurrentPerson::of($request));
        Once::for($request, static fn() => $work->settle($task, $request->state(), $request->why()));

        return back();
    }
}
