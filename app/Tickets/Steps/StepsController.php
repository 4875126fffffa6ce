<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Colleagues;
use App\Platform\Staff\Names;
use App\Platform\Team;
use App\Tickets\Requests\AddTaskRequest;
use App\Tickets\Requests\BlockTaskRequest;
use App\Tickets\Requests\FollowChecklistRequest;
use App\Tickets\Requests\PassTaskRequest;
use App\Tickets\Requests\SayOfTaskRequest;
use App\Tickets\Requests\SettleTaskRequest;
use App\Tickets\Requests\TakeTaskRequest;
use App\Tickets\Ticket;
use App\Tickets\TicketPost;
use Carbon\CarbonImmutable;
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
        $person = CurrentPerson::of($request);
        $team = $person->team_id;

        return Inertia::render('Tickets/Tasks', [
            'tasks' => Task::query()->with(['ticket.report.service', 'incident.service', 'own.person', 'own.posts'])->open()
                ->askedOf($person)
                ->where(static fn($query) => $query->whereHas('ticket', static fn($ticket) => $ticket->open())
                    ->orWhereHas('incident', static fn($incident) => $incident->whereNull('resolved_at')))
                ->orderByRaw('for_id is null, due_at is null, due_at')->orderBy('made_at')->orderBy('id')->limit(self::SHOWN)->get()
                ->map(static fn(Task $task): array => [
                    ...$task->toLine(), 'ref' => $task->owner()->ref(),
                    'service' => $task->service()->name ?? '', 'place' => $task->ticket?->report?->site, 'made_at' => $task->made_at,
                    'due' => $task->due_at ?? $task->own?->due_at, 'mine' => $task->for_id === $person->id,
                    'priority' => $task->own->priority ?? $task->owner()->priority,
                    'said' => $task->own?->posts->map(static fn(TicketPost $post): array => [
                        'id' => $post->id, 'by' => Names::person($post->person_id), 'text' => $post->text, 'at' => $post->at,
                    ])->all() ?? [],
                ])->all(),
            'taskTeams' => Names::teamChoices(), 'colleagues' => Colleagues::prop(),
            'team' => Team::query()->find($team ?? '')?->name,
        ]);
    }

    public function add(AddTaskRequest $request, Ticket $ticket): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkSteps(CurrentPerson::of($request));
        Once::for($request, static fn() => self::addTo($work, $ticket, $input));

        return back();
    }

    public function addToIncident(AddTaskRequest $request, Incident $incident): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkSteps(CurrentPerson::of($request));
        Once::for($request, static fn() => self::addTo($work, $incident, $input));

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
    public function take(TakeTaskRequest $request, Task $task): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Once::for($request, static fn() => (new WorkSteps($by))->take($task, $request->whose()));

        return back();
    }

    public function passOn(PassTaskRequest $request, Task $task): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkSteps(CurrentPerson::of($request));
        Once::for($request, static fn() => $work->passOn(
            $task, self::team($input), self::person($input), trim((string) ($input['why'] ?? '')), $input['was'] ?? null,
        ));

        return back();
    }

    public function block(BlockTaskRequest $request, Task $task): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkSteps(CurrentPerson::of($request));
        Once::for($request, static fn() => $work->block($task, $input['blocked'] ? trim((string) $input['why']) : ''));

        return back();
    }

    /** @param  array<string, mixed>  $input  as AddTaskRequest lets it through */
    private static function addTo(WorkSteps $work, Ticket|Incident $owner, array $input): void
    {
        $due = is_string($input['due'] ?? null) ? CarbonImmutable::parse($input['due'])->utc() : null;
        if ($due?->isPast() === true) {
            throw Refused::because('This time has passed. Choose a later one.', 'due');
        }
        $text = is_string($input['text']) ? trim($input['text']) : '';
        $work->add($owner, $text, self::team($input), (bool) ($input['must'] ?? false), self::person($input), $due);
    }

    /** @param  array<string, mixed>  $input */
    private static function team(array $input): ?Team
    {
        return is_string($input['team'] ?? null) ? Team::query()->find($input['team']) : null;
    }

    /** @param  array<string, mixed>  $input */
    private static function person(array $input): ?Person
    {
        return is_string($input['person'] ?? null) ? Person::query()->find($input['person']) : null;
    }

    public function settle(SettleTaskRequest $request, Task $task): RedirectResponse
    {
        $work = new WorkSteps(CurrentPerson::of($request));
        Once::for($request, static fn() => $work->settle($task, $request->state(), $request->why()));

        return back();
    }
}
