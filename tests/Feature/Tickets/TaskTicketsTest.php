<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Desk\RunningClocks;
use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\Report;
use App\Platform\Journal\Entry;
use App\Tickets\AtTheDesk as Desk;
use App\Tickets\Steps\Task;
use App\Tickets\Ticket;
use App\Tickets\TicketPost;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Tickets\TaskState;
use Skarvo\Tickets\TicketKind;
use Skarvo\Tickets\TicketState;
use Tests\TestCase;

/** What a team is to do is a ticket of its own: with targets, a conversation, and somebody who has it. */
final class TaskTicketsTest extends TestCase
{
    use AtTheDesk;

    private Ticket $ticket;

    protected function setUp(): void
    {
        parent::setUp();
        $this->ticket = $this->reported('The barrier stays shut', 'anna@ferry.example');
        $this->desk();
        self::assertSame('lanes', $this->person('noor-lind')->team_id);
    }

    /** @return array{Task, Ticket} */
    private function ask(string $address, string $text = 'Lift the arm', ?string $team = 'lanes'): array
    {
        $this->post("$address/tasks", ['text' => $text, 'team' => $team], ['X-Request-Key' => bin2hex(random_bytes(4))])
            ->assertSessionHasNoErrors();
        $task = Task::query()->latest('id')->firstOrFail();

        return [$task, $task->own ?? new Ticket];
    }

    /** @return array{TicketState, string|null, string|null} state, and by when it is taken and done */
    private static function stands(Ticket $ticket): array
    {
        $ticket->refresh();

        return [$ticket->state, $ticket->respond_by?->format('H:i'), $ticket->restore_by?->format('H:i')];
    }

    public function test_a_task_has_the_targets_of_tasks_at_the_priority_of_what_it_belongs_to(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes', 'priority' => 2, 'title' => 'Lanes']);
        [, $own] = $this->ask("/incidents/$incident->id");
        self::assertSame(
            [TicketKind::Task, 2, 'lanes', sprintf('TA-%04d', $own->id)], [$own->kind, $own->priority, $own->team_id, $own->ref()]
        );
        self::assertSame([TicketState::New, '08:30', '12:00'], self::stands($own));
        self::assertTrue(Link::query()->holds()->where('from_kind', 'ticket')->where('from_id', $own->id)->where('to_kind', 'incident')
            ->where('to_id', $incident->id)->where('kind', 'part-of')->exists());
        $this->later(600);
        $change = fn(array $more, string $key) => $this->actingAs($this->person('ingrid-vale'))->post("/incidents/$incident->id/change", [
            'version' => $incident->refresh()->version, 'title' => 'Lanes', 'stage' => 'looking', 'why' => 'x', ...$more,
        ], ['X-Request-Key' => $key])->assertSessionHasNoErrors();
        $change(['impact' => 'wide', 'urgency' => 'now'], 'a');
        self::assertSame([1, '08:15', '10:00'], [$own->refresh()->priority, ...array_slice(self::stands($own), 1)]);
        $change(['impact' => 'part', 'urgency' => 'now'], 'b');
        self::assertSame([2, '08:30', '12:00'], [$own->refresh()->priority, ...array_slice(self::stands($own), 1)]);
        // Who takes it has answered; who has done it has kept it.
        $this->actingAs($this->person('noor-lind'))->post("/tasks/$own->task_id/take", [], ['X-Request-Key' => 'c'])
            ->assertSessionHasNoErrors();
        self::assertSame(['noor-lind', TicketState::Ours, null, '12:00'], [$own->refresh()->person_id, ...self::stands($own)]);
        $this->later(60);
        $this->actingAs($this->person('jonas-solberg'))->post("/tasks/$own->task_id/take", ['whose' => ''], ['X-Request-Key' => 'late'])
            ->assertSessionHasErrors('action');
        $this->actingAs($this->person('noor-lind'));
        $this->post("/tasks/$own->task_id/settle", ['state' => 'done'], ['X-Request-Key' => 'd'])->assertSessionHasNoErrors();
        self::assertSame([TicketState::Done, null, null], self::stands($own));
        self::assertSame(now()->getTimestamp(), $own->closed_at?->getTimestamp());
        $this->later(3600);
        $this->post("/tasks/$own->task_id/settle", ['state' => 'open'], ['X-Request-Key' => 'e'])->assertSessionHasNoErrors();
        self::assertSame([TicketState::Ours, null, '13:00'], self::stands($own), 'What lay between does not count.');
        self::assertSame(
            ['task.added', 'task.taken', 'task.done', 'task.reopened'],
            Entry::query()->about(Ticket::KIND, $own->id)->orderBy('seq')->pluck('kind')->all(),
        );
        self::assertSame(
            4, Entry::query()->about(Incident::KIND, $incident->id)->where('kind', 'like', 'task.%')->count(), 'It is part of its story.'
        );
    }

    public function test_tasks_of_a_ticket_end_with_it_and_go_on_with_it(): void
    {
        [$task, $own] = $this->ask("/tickets/{$this->ticket->id}");
        [$done, $doneOwn] = $this->ask("/tickets/{$this->ticket->id}", 'Count the cars');
        self::assertSame(2, Entry::query()->about(Ticket::KIND, $this->ticket->id)->where('kind', 'task.added')->count());
        $this->post("/tasks/$done->id/settle", ['state' => 'skipped', 'why' => 'No time'], ['X-Request-Key' => 's'])
            ->assertSessionHasNoErrors();
        $this->correct($this->ticket, ['impact' => 'wide', 'urgency' => 'now']);
        self::assertSame([1, 4], [$own->refresh()->priority, $doneOwn->refresh()->priority], 'What is settled stays as it was.');
        $this->get("/tickets/$doneOwn->id")->assertInertia(static fn(Shown $shown) => $shown
            ->where('ticket.promises.0.name', 'respond')->where('ticket.promises.0.state', 'met')->where('ticket.promises.1.state', 'met'));
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id], 'text' => ''], ['X-Request-Key' => 'c'])
            ->assertSessionHasNoErrors();
        self::assertSame([TicketState::Done, TaskState::Open], [$own->refresh()->state, $task->refresh()->state]);
        $this->later(60);
        $this->post(
            '/report/'.$this->ticket->reported()->key().'/say',
            ['text' => 'Still shut', 'still' => true, 'urgent' => false, 'send_key' => 'k']
        )
            ->assertSessionHasNoErrors();
        self::assertSame([TicketState::Ours, TicketState::Done], [$own->refresh()->state, $doneOwn->refresh()->state]);
    }

    public function test_tasks_of_an_incident_and_of_its_tickets_end_with_it_and_go_on_with_it(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $this->post('/tickets/link', ['tickets' => [$this->ticket->id], 'incident' => $incident->id], ['X-Request-Key' => 'l'])
            ->assertSessionHasNoErrors();
        [, $own] = $this->ask("/incidents/$incident->id");
        [, $ofTicket] = $this->ask("/tickets/{$this->ticket->id}");
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'y'], ['X-Request-Key' => 'r'])
                ->assertSessionHasNoErrors();
        self::assertSame([TicketState::Done, TicketState::Done], [$own->refresh()->state, $ofTicket->refresh()->state]);
        $this->later(60);
        $this->post("/incidents/$incident->id/reopen", ['why' => 'z', 'update' => 'w', 'call' => false], ['X-Request-Key' => 'o'])
            ->assertSessionHasNoErrors();
        self::assertSame([TicketState::Ours, TicketState::Ours], [$own->refresh()->state, $ofTicket->refresh()->state]);
    }

    public function test_the_team_and_the_desk_talk_inside_it_and_nobody_else_does(): void
    {
        [$task, $own] = $this->ask("/tickets/{$this->ticket->id}");
        $say = fn(string $who, string $text, string $key) => $this->actingAs($this->person($who))
            ->post("/tasks/$task->id/say", ['text' => $text], ['X-Request-Key' => $key]);
        $say('noor-lind', 'The arm is bent', 'a')->assertSessionHasNoErrors();
        $say('noor-lind', 'The arm is bent', 'a')->assertSessionHasNoErrors();
        $say('noor-lind', ' ', 'b')->assertSessionHasErrors('text');
        $this->person('per-strand')->update(['team_id' => 'booking', 'roles' => []]);
        $say('per-strand', 'Me too', 'c')->assertSessionHasErrors('action');
        $say('mika-sund', 'Take the spare', 'd')->assertSessionHasNoErrors();
        $posts = static fn(): array => TicketPost::query()->orderBy('id')->get()
            ->map(static fn(TicketPost $one): array => [$one->ticket_id, $one->person_id, $one->is_internal])->all();
        self::assertSame([[$own->id, 'noor-lind', true], [$own->id, 'mika-sund', true]], $posts());
        $this->actingAs($this->person('noor-lind'))->get('/tasks')->assertInertia(static fn(Shown $shown) => $shown
            ->where('tasks.0.said.0.text', 'The arm is bent')->where('tasks.0.said.1.by', 'Mika Sund')->where('tasks.0.own', $own->id));
        // A helper opens the task, and hears no more of the ticket than its service; nobody of another team opens it.
        $seen = $this->get("/tickets/$own->id")->assertInertia(fn(Shown $shown) => $shown->where('ticket.what', 'Lift the arm')
            ->where('ticket.part_of', ['ref' => $this->ticket->ref(), 'title' => 'Vehicle lanes', 'link' => null])->where('tickets', [])
            ->has('story', 3));
        self::assertStringNotContainsString('stays shut', (string) $seen->getContent());
        self::assertStringNotContainsString('anna@', (string) $seen->getContent());
        $this->get("/tickets/{$this->ticket->id}")->assertForbidden();
        $this->actingAs($this->person('per-strand'))->get("/tickets/$own->id")->assertForbidden();
        // Nothing of it reaches whoever reported the trouble.
        $this->get('/report/'.$this->ticket->reported()->key())->assertInertia(static fn(Shown $shown) => $shown->where('talk', []));
        $this->actingAs($this->person('mika-sund'))->get("/tickets/$own->id")
            ->assertInertia(
                fn(Shown $shown) => $shown->where('ticket.part_of.title', '“The barrier stays shut”')->where('ticket.kind', 'task')
            );
    }

    public function test_a_task_of_one_person_has_a_time_which_is_among_the_clocks(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes', 'priority' => 2, 'title' => 'Lanes']);
        $put = fn(array $more, string $key) => $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/$incident->id/tasks", ['text' => 'Restart it', ...$more], ['X-Request-Key' => $key]);
        $put(['person' => 'noor-lind', 'due' => '2026-03-03T07:00:00Z'], 'a')->assertSessionHasErrors('due');
        $put(['person' => 'noor-lind', 'due' => '2026-03-03T09:30:00+01:00'], 'b')->assertSessionHasNoErrors();
        $task = Task::query()->sole();
        self::assertSame(
            ['noor-lind', 'lanes', '08:30', 'noor-lind'],
            [$task->for_id, $task->team_id, $task->due_at?->format('H:i'), $task->own?->person_id]
        );
        $clocks = static fn(): array => array_values(
            array_filter(
                RunningClocks::all(),
                static fn(array $one): bool => str_starts_with($one['id'], 'task-') || str_contains($one['link'], '/tickets/')
            )
        );
        self::assertSame(
            [["task-$task->id", 'Restart it', "{$incident->ref()}, Noor Lind", 'noor-lind']],
            array_map(static fn(array $one): array => [$one['id'], $one['title'], $one['detail'], $one['holder']], $clocks())
        );
        // It is blocked, and goes on; whoever is neither of the team nor of the desk says nothing of it.
        $as = fn(string $who, string $what, array $body) => $this->actingAs($this->person($who))
            ->post("/tasks/$task->id/$what", $body, ['X-Request-Key' => uniqid('', true)]);
        $as('noor-lind', 'block', ['blocked' => true])->assertSessionHasErrors('why');
        $as('ada-holm', 'block', ['blocked' => true, 'why' => 'x'])->assertSessionHasErrors('action');
        $as('noor-lind', 'block', ['blocked' => true, 'why' => 'No key to the hut'])->assertSessionHasNoErrors();
        $as('noor-lind', 'block', ['blocked' => true, 'why' => 'No key to the hut'])->assertSessionHasNoErrors();
        self::assertStringContainsString('blocked: No key', $clocks()[0]['detail']);
        // Passed on, it is the other's; the second one who does it is told.
        $as('noor-lind', 'pass', ['person' => null, 'was' => 'noor-lind'])->assertSessionHasErrors('person');
        $as('noor-lind', 'pass', ['person' => 'per-strand', 'was' => 'noor-lind', 'why' => 'He has the key'])->assertSessionHasNoErrors();
        $as('ingrid-vale', 'pass', ['team' => 'booking', 'was' => 'noor-lind'])
            ->assertSessionHasErrors(['action' => 'Per Strand has it by now.']);
        self::assertSame(['per-strand', 'per-strand', null], [$task->refresh()->for_id, $task->own?->refresh()->person_id, $task->blocked]);
        $this->actingAs($this->person('per-strand'))->get('/tasks')
            ->assertInertia(static fn(Shown $shown) => $shown->where('tasks.0.mine', true)->where('tasks.0.text', 'Restart it'));
        $as('per-strand', 'settle', ['state' => 'done'])->assertSessionHasNoErrors();
        self::assertSame([], $clocks());
        $as('per-strand', 'pass', ['person' => 'noor-lind', 'was' => 'per-strand'])->assertSessionHasErrors('action');
        self::assertSame(
            ['task.added', 'task.blocked', 'task.passed', 'task.done'],
            Entry::query()->about(Incident::KIND, $incident->id)->where('kind', 'like', 'task.%')->orderBy('seq')->pluck('kind')->all(),
        );
        $this->person('noor-lind')->update(['left_at' => now()]);
        $put(['person' => 'noor-lind'], 'c')->assertSessionHasErrors('person');
    }

    public function test_a_task_of_the_desk_is_passed_on_to_a_team_and_is_a_ticket_from_then_on(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $this->actingAs($this->person('mika-sund'))
            ->post("/incidents/$incident->id/tasks", ['text' => 'Print signs'], ['X-Request-Key' => 'a'])->assertSessionHasNoErrors();
        $task = Task::query()->sole();
        self::assertNull($task->own);
        $pass = fn(array $body) => $this->post("/tasks/$task->id/pass", ['was' => null, ...$body], ['X-Request-Key' => uniqid('', true)]);
        $pass(['team' => 'lanes'])->assertSessionHasNoErrors();
        $pass(['team' => 'lanes'])->assertSessionHasErrors('team');
        self::assertSame('lanes', $task->refresh()->own?->team_id);
        $this->actingAs($this->person('noor-lind'));
        $pass(['person' => 'noor-lind'])->assertSessionHasNoErrors();
        // The one who has it is not asked as one of the team.
        $this->person('per-strand')->update(['team_id' => 'lanes']);
        $this->actingAs($this->person('per-strand'))->get('/tasks')->assertInertia(static fn(Shown $shown) => $shown->where('tasks', []));
        $this->actingAs($this->person('noor-lind'))->get('/tasks')->assertInertia(static fn(Shown $shown) => $shown->count('tasks', 1));
    }

    public function test_what_needs_a_reporter_is_refused_and_loses_nothing(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        [$task, $own] = $this->ask("/tickets/{$this->ticket->id}");
        $mails = DB::table('outbox')->count();
        $sent = [
            "/tickets/$own->id/answer" => ['text' => 'Hello', 'internal' => false, 'waits' => true],
            "/tickets/$own->id/correct" => [
                'version' => 1, 'kind' => 'report', 'service' => 'booking', 'impact' => 'few', 'urgency' => 'later',
            ],
            '/tickets/link' => ['tickets' => [$own->id], 'incident' => $incident->id],
            "/tickets/$own->id/tasks" => ['text' => 'A task of a task', 'team' => 'lanes'],
            '/tickets/answer' => ['tickets' => [$own->id, $this->ticket->id], 'text' => 'Hello', 'waits' => false],
        ];
        foreach ($sent as $address => $body) {
            $this->post($address, $body, ['X-Request-Key' => $address])->assertSessionHasErrors('action');
        }
        self::assertSame([0, 0, 1], [TicketPost::query()->count(), Link::query()->where('kind', 'about')->count(), Task::query()->count()]);
        $this->post('/tickets/close', ['tickets' => [$own->id], 'text' => 'Bent it back'], ['X-Request-Key' => 'x'])
            ->assertSessionHasNoErrors();
        self::assertSame([TaskState::Done, TicketState::Done], [$task->refresh()->state, $own->refresh()->state]);
        self::assertSame([true, 'Bent it back'], [TicketPost::query()->sole()->is_internal, TicketPost::query()->sole()->text]);
        $this->actingAs($this->person('per-strand'))->post("/tickets/$own->id/forget", ['why' => 'x'], ['X-Request-Key' => 'y'])
            ->assertSessionHasErrors('action');
        self::assertSame($mails, DB::table('outbox')->count());
        $this->clock();
        self::assertSame(
            0, DB::table('outbox')->where('payload', 'like', '%Bent it%')->orWhere('payload', 'like', "%{$own->ref()}%")->count()
        );
    }

    public function test_a_task_is_no_conversation_with_a_reporter_and_hides_no_report(): void
    {
        [, $own] = $this->ask("/tickets/{$this->ticket->id}");
        config()->set('skarvo.desk_most_open', 1);
        $this->post('/tickets/here', [])->assertOk();
        $this->post('/tickets/take', ['tickets' => [$own->id]], ['X-Request-Key' => 't'])->assertSessionHasNoErrors();
        self::assertTrue(Desk::isAnybodyFree(), 'Who has a task is free to talk.');
        $picture = UploadedFile::fake()->image('arm.png', 20, 20);
        $this->post("/tickets/$own->id/answer", ['text' => 'See this', 'internal' => true, 'files' => [$picture]], ['X-Request-Key' => 'f'])
            ->assertSessionHasErrors('files');
        self::assertSame(0, TicketPost::query()->count());
        // A report that came from elsewhere becomes a ticket, tasks or none.
        $report = Report::factory()->createOne();
        $this->clock();
        self::assertTrue(Ticket::query()->where('report_id', $report->id)->exists());
    }

    public function test_what_teams_were_asked_is_erased_with_the_reporter_and_tasks_of_others_are_not(): void
    {
        [$task, $own] = $this->ask("/tickets/{$this->ticket->id}", 'Call Anna at the ramp');
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        [$other] = $this->ask("/incidents/$incident->id", 'Look at the reader');
        $this->post("/tasks/$task->id/say", ['text' => 'Anna does not answer'], ['X-Request-Key' => 's'])->assertSessionHasNoErrors();
        $this->post("/tickets/$own->id/try", ['what' => 'Called Anna', 'outcome' => 'no_help'], ['X-Request-Key' => 't'])
            ->assertSessionHasNoErrors();
        $this->post("/tasks/$task->id/settle", ['state' => 'skipped', 'why' => 'Anna is gone'], ['X-Request-Key' => 'k'])
            ->assertSessionHasNoErrors();
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id]], ['X-Request-Key' => 'c'])->assertSessionHasNoErrors();
        $this->actingAs($this->person('per-strand'))
            ->post("/tickets/{$this->ticket->id}/forget", ['why' => 'Asked'], ['X-Request-Key' => 'f'])
            ->assertSessionHasNoErrors();
        foreach (['ticket_tasks', 'ticket_posts', 'ticket_attempts', 'journal_words', 'reports'] as $table) {
            self::assertStringNotContainsString('Anna', (string) DB::table($table)->get()->toJson(), $table);
        }
        self::assertSame(['What was asked was erased.', 'Look at the reader'], [$task->refresh()->text, $other->refresh()->text]);
        $this->get("/tickets/$own->id")->assertOk();
    }

    public function test_who_is_in_no_team_settles_no_step_of_the_desk(): void
    {
        [$step] = $this->ask("/tickets/{$this->ticket->id}", 'Look for yourself', null);
        [$back, $own] = $this->ask("/tickets/{$this->ticket->id}");
        $this->post(
            '/tickets/hand-over', ['tickets' => [$own->id], 'team' => null, 'person' => null, 'why' => 'Ours'], ['X-Request-Key' => 'h']
        );
        $back->refresh()->update(['team_id' => null]);
        $this->person('noor-lind')->update(['team_id' => null]);
        $this->actingAs($this->person('noor-lind'));
        foreach ([$step, $back] as $task) {
            $this->post("/tasks/$task->id/settle", ['state' => 'done'], ['X-Request-Key' => "s$task->id"])
                ->assertSessionHasErrors('action');
            $this->post("/tasks/$task->id/say", ['text' => 'x'], ['X-Request-Key' => "y$task->id"])->assertSessionHasErrors('action');
            $this->post("/tasks/$task->id/take", [], ['X-Request-Key' => "t$task->id"])->assertSessionHasErrors('action');
            self::assertSame(TaskState::Open, $task->refresh()->state);
        }
    }

    public function test_who_gets_it_handed_over_has_its_step_too(): void
    {
        [$task, $own] = $this->ask("/tickets/{$this->ticket->id}");
        $this->post('/tickets/hand-over', ['tickets' => [$own->id], 'team' => 'booking', 'why' => 'Theirs'], ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        self::assertSame(['booking', 'booking'], [$own->refresh()->team_id, $task->refresh()->team_id]);
        $this->actingAs($this->person('noor-lind'))->get('/tasks')->assertInertia(static fn(Shown $shown) => $shown->where('tasks', []));
        $this->actingAs($this->person('mika-sund'))
            ->post('/tickets/hand-over', ['tickets' => [$own->id], 'person' => 'noor-lind', 'why' => 'Yours'], ['X-Request-Key' => 'b'])
                ->assertSessionHasNoErrors();
        $this->actingAs($this->person('noor-lind'))->post("/tickets/$own->id/offer", ['accept' => true], ['X-Request-Key' => 'c'])
            ->assertSessionHasNoErrors();
        self::assertSame(
            ['lanes', 'noor-lind', 'lanes', null], [$own->refresh()->team_id, $own->person_id, $task->refresh()->team_id, $own->respond_by]
        );
    }

    public function test_tasks_have_a_pile_of_their_own_and_are_found_in_it(): void
    {
        [, $own] = $this->ask("/tickets/{$this->ticket->id}");
        $incident = Incident::factory()->create(['service_id' => 'booking']);
        [, $other] = $this->ask("/incidents/$incident->id", 'Restart the till');
        $this->ask("/tickets/{$this->ticket->id}", 'Look for yourself', null);
        $ids = function (string $query): array {
            $found = [];
            $this->get("/tickets?$query")->assertInertia(function (Shown $shown) use (&$found): void {
                $found = array_column((array) $shown->toArray()['props']['tickets'], 'id');
            });
            sort($found);

            return $found;
        };
        self::assertSame([$own->id, $other->id], $ids('pile=tasks'));
        self::assertSame([$this->ticket->id], $ids('pile=ours'));
        self::assertSame([$other->id], $ids('pile=tasks&service=booking'));
        self::assertSame([$own->id], $ids('pile=tasks&service=vehicle-lanes'));
        self::assertSame([$other->id], $ids('pile=tasks&q=the+TILL'));
        self::assertSame([$own->id], $ids('pile=tasks&q='.$own->ref()));
        self::assertSame([], $ids('pile=tasks&way=mail'));
        $this->post('/tickets/take', ['tickets' => [$own->id]], ['X-Request-Key' => 't'])->assertSessionHasNoErrors();
        self::assertSame([$own->id], $ids('pile=mine'));
        $this->later(86400 * 7);
        $titles = array_column((array) $this->around('clocks'), 'title');
        self::assertContains("To be done, {$own->ref()}", $titles);
        self::assertContains("To be taken, {$other->ref()}", $titles);
    }

    public function test_tasks_of_before_become_tickets(): void
    {
        [$open] = $this->ask("/tickets/{$this->ticket->id}");
        [$done] = $this->ask("/tickets/{$this->ticket->id}", 'Count');
        $this->post("/tasks/$done->id/settle", ['state' => 'done'], ['X-Request-Key' => 's'])->assertSessionHasNoErrors();
        $ids = Ticket::query()->whereNotNull('task_id')->pluck('id');
        DB::table('ticket_happenings')->whereIn('ticket_id', $ids)->delete();
        DB::table('links')->where('kind', 'part-of')->delete();
        Ticket::query()->whereKey($ids)->delete();
        $migration = require database_path('migrations/2026_12_05_000037_tasks_are_tickets.php');
        (new \ReflectionMethod($migration, 'openTickets'))->invoke($migration);
        [$first, $second] = [$open->refresh()->own ?? new Ticket, $done->refresh()->own ?? new Ticket];
        self::assertSame([TicketState::New, TicketState::Done, 'lanes'], [$first->state, $second->state, $first->team_id]);
        self::assertSame(2, Link::query()->holds()->where('kind', 'part-of')->where('to_id', $this->ticket->id)->count());
        $this->get("/tickets/$first->id")->assertInertia(static fn(Shown $shown) => $shown->where('ticket.promises.0.state', 'running'));
        $this->get("/tickets/$second->id")->assertInertia(static fn(Shown $shown) => $shown->where('ticket.promises.1.state', 'met'));
    }
}
