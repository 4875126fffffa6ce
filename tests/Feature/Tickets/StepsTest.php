<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Rota\Holidays;
use App\Tickets\Attempt;
use App\Tickets\Steps\Checklist;
use App\Tickets\Steps\Task;
use App\Tickets\Ticket;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Tickets\TaskState;
use Skarvo\Tickets\TicketState;
use Tests\TestCase;

/** What has to be done about a ticket, what was tried, and times when a service counts more. */
final class StepsTest extends TestCase
{
    use AtTheDesk;

    private Ticket $ticket;

    protected function setUp(): void
    {
        parent::setUp();
        $this->ticket = $this->reported('The barrier stays shut', 'anna@ferry.example');
        $this->desk();
    }

    public function test_a_checklist_is_followed_once_and_a_change_of_it_is_for_later_tickets(): void
    {
        $this->checklist();
        $list = Checklist::query()->sole();
        $this->follow('a')->assertSessionHasNoErrors();
        $this->follow('a')->assertSessionHasNoErrors();
        $this->follow('b')->assertSessionHasErrors('checklist');
        self::assertSame([['Look at the arm', null, false], ['Restart the reader', 'lanes', true]], Task::query()->orderBy('ordinal')->get()
            ->map(static fn(Task $one): array => [$one->text, $one->team_id, $one->must])->all());

        $changed = ['id' => $list->id, 'version' => 1, 'name' => 'Barrier', 'service' => null, 'steps' => [['text' => 'Call the ship']]];
        $this->post('/checklists', $changed, ['X-Request-Key' => 'c'])->assertSessionHasNoErrors();
        $this->post('/checklists', $changed, ['X-Request-Key' => 'd'])->assertSessionHasErrors('action');
        $this->post('/checklists', [...$changed, 'version' => 2, 'steps' => [['text' => ' ']]], ['X-Request-Key' => 'e'])
            ->assertSessionHasErrors();
        self::assertSame(2, Task::query()->count());
        $this->post("/checklists/$list->id/drop", [], ['X-Request-Key' => 'f']);
        $other = $this->reported('Shut too', null);
        $this->desk();
        $this->post("/tickets/$other->id/checklist", ['checklist' => $list->id], ['X-Request-Key' => 'g'])
            ->assertSessionHasErrors('checklist');
        $this->get('/checklists')->assertInertia(fn(Shown $shown) => $shown->where('checklists', []));
    }

    public function test_a_task_of_an_incident_is_for_its_team_and_keeps_it_open_until_it_is_done(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $at = "/incidents/$incident->id";
        $this->post("$at/tasks", ['text' => 'Open lane 2 by hand', 'team' => 'lanes', 'must' => true], ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        $this->post("$at/tasks", ['text' => 'Count the cars', 'team' => 'lanes'], ['X-Request-Key' => 'b'])->assertSessionHasNoErrors();
        [$open, $count] = Task::query()->orderBy('id')->get()->all();
        self::assertSame([null, $incident->id, 1, 2], [$open->ticket_id, $open->incident_id, $open->ordinal, $count->ordinal]);
        $this->get($at)
            ->assertInertia(static fn(Shown $shown) => $shown->where('tasks.0.text', 'Open lane 2 by hand')->where('tasks.0.must', true));
        $this->post("/tickets/{$this->ticket->id}/tasks", ['text' => 'Of the ticket', 'team' => 'lanes'], ['X-Request-Key' => 'c'])
            ->assertSessionHasNoErrors();
        $helper = $this->person('noor-lind');
        $helper->update(['team_id' => 'lanes']);
        $this->actingAs($helper)->get('/tasks')->assertInertia(static fn(Shown $shown) => $shown->count('tasks', 3)
            ->where('tasks.0.ref', $incident->ref())->where('tasks.0.service', 'Vehicle lanes'));
        $this->post("$at/tasks", ['text' => 'x'], ['X-Request-Key' => 'd'])->assertForbidden();

        $this->actingAs($this->person('ingrid-vale'));
        $this->get("$at/resolve")
            ->assertJson(['tasks' => ['Open lane 2 by hand', 'Count the cars'], 'musts' => ['Open lane 2 by hand'], 'steps' => 0]);
        $end = ['resolution' => 'Restarted', 'update' => 'Works again.'];
        $this->post("$at/resolve", $end, ['X-Request-Key' => 'e'])->assertSessionHasErrors(
            [
                'action' => "{$incident->ref()} cannot be resolved before this is done: “Open lane 2 by hand”. Do it, or skip it with a reason.",
            ]
        );
        self::assertTrue($incident->refresh()->isOpen());
        $this->actingAs($helper)->post("/tasks/$open->id/settle", ['state' => 'done'], ['X-Request-Key' => 'f'])
            ->assertSessionHasNoErrors();
        $this->actingAs($this->person('ingrid-vale'))->post("$at/resolve", $end, ['X-Request-Key' => 'g'])->assertRedirect()
            ->assertSessionHasNoErrors();
        self::assertFalse($incident->refresh()->isOpen());
        // What is over keeps what it had, and gets no more; its helpers are not asked any more.
        $this->post("$at/tasks", ['text' => 'Too late'], ['X-Request-Key' => 'h'])->assertSessionHasErrors('action');
        $this->post("/tasks/$count->id/settle", ['state' => 'done'], ['X-Request-Key' => 'i'])->assertSessionHasErrors('action');
        $this->actingAs($helper)->get('/tasks')->assertInertia(static fn(Shown $shown) => $shown->count('tasks', 1));
        self::assertSame(
            ['task.added', 'task.added', 'task.done'],
            Entry::query()->about(Incident::KIND, $incident->id)->where('kind', 'like', 'task.%')->orderBy('seq')->pluck('kind')->all(),
        );
    }

    public function test_what_has_to_be_done_keeps_a_ticket_open_until_it_is_done_or_skipped_with_a_reason(): void
    {
        $this->checklist();
        $this->follow('a');
        [$look, $restart] = Task::query()->orderBy('ordinal')->get()->all();
        $close = fn(string $key) => $this->post('/tickets/close', ['tickets' => [$this->ticket->id]], ['X-Request-Key' => $key]);
        $close('one')->assertSessionHasErrors(
            [
                'action' => "{$this->ticket->ref()} cannot be closed before this is done: “Restart the reader”. Do it, or skip it with a reason.",
            ]
        );
        self::assertSame(TicketState::New, $this->ticket->refresh()->state);
        $this->settle($restart, ['state' => 'skipped'])->assertSessionHasErrors('why');
        $this->settle($restart, ['state' => 'skipped', 'why' => 'No power'])->assertSessionHasNoErrors();
        self::assertSame(['mika-sund', 'No power'], [$restart->refresh()->person_id, $restart->why]);
        $this->settle($restart, ['state' => 'open'])->assertSessionHasNoErrors();
        $close('two')->assertSessionHasErrors();
        $this->settle($restart, ['state' => 'done'])->assertSessionHasNoErrors();
        $this->settle($restart, ['state' => 'done'])->assertSessionHasNoErrors();
        // Whoever saw it open, and comes a moment later, does not put that aside.
        $this->settle($restart, ['state' => 'skipped', 'why' => 'No power'])->assertSessionHasErrors(
            ['action' => 'Mika Sund did it meanwhile. Take it up again to say otherwise.'],
        );
        self::assertNull($restart->refresh()->why);
        self::assertSame(1, Entry::query()->where('kind', 'task.done')->count());
        // The other one does not have to be done.
        $close('three')->assertSessionHasNoErrors();
        self::assertSame(TaskState::Open, $look->refresh()->state);
        $this->settle($look, ['state' => 'done'])->assertSessionHasErrors('action');
    }

    public function test_a_helper_sees_only_what_is_for_their_team_and_no_more_of_the_ticket(): void
    {
        $this->post("/tickets/{$this->ticket->id}/tasks", ['text' => 'Lift the arm', 'team' => 'lanes'], ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        $this->post("/tickets/{$this->ticket->id}/tasks", ['text' => 'Call the bank', 'team' => 'booking'], ['X-Request-Key' => 'b']);
        $this->post("/tickets/{$this->ticket->id}/tasks", ['text' => ' '], ['X-Request-Key' => 'c'])->assertSessionHasErrors('text');
        $helper = $this->person('noor-lind');
        self::assertSame('lanes', $helper->team_id);
        $seen = $this->actingAs($helper)->get('/tasks');
        $seen->assertInertia(fn(Shown $shown) => $shown->count('tasks', 1)->where('tasks.0.text', 'Lift the arm')->where(
            'tasks.0.ref', $this->ticket->ref()
        )
            ->missing('tasks.0.what')->missing('tasks.0.name'));
        self::assertStringNotContainsString('anna@', (string) $seen->getContent());
        [$own, $other] = Task::query()->orderBy('ordinal')->get()->all();
        $this->settle($other, ['state' => 'done'])->assertSessionHasErrors('action');
        $this->settle($own, ['state' => 'done'])->assertSessionHasNoErrors();
        self::assertSame(
            [TaskState::Done, 'noor-lind', TaskState::Open], [$own->refresh()->state, $own->person_id, $other->refresh()->state]
        );
        $this->get('/tasks')->assertInertia(fn(Shown $shown) => $shown->where('tasks', []));
        $this->post("/tickets/{$this->ticket->id}/tasks", ['text' => 'x'])->assertForbidden();
    }

    public function test_what_was_tried_is_written_down_and_erased_with_the_reporter(): void
    {
        $try = fn(array $sent, string $key) => $this->post("/tickets/{$this->ticket->id}/try", $sent, ['X-Request-Key' => $key]);
        $try(['what' => 'Restarted the reader', 'outcome' => 'no_help', 'reporter' => true], 'a')->assertSessionHasNoErrors();
        $try(['what' => 'Swap the arm', 'outcome' => 'refused'], 'b')->assertSessionHasErrors('why');
        $try(['what' => 'Swap the arm', 'outcome' => 'refused', 'why' => 'Anna has no key'], 'c')->assertSessionHasNoErrors();
        $this->get("/tickets/{$this->ticket->id}")->assertInertia(fn(Shown $shown) => $shown
            ->where('ticket.tried.0.words', 'did not help')->where('ticket.tried.0.by', 'the reporter')->where(
                'ticket.tried.1.why', 'Anna has no key'
            ));
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id]], ['X-Request-Key' => 'd']);
        $this->actingAs($this->person('per-strand'))
            ->post("/tickets/{$this->ticket->id}/forget", ['why' => 'Asked'], ['X-Request-Key' => 'e'])->assertSessionHasNoErrors();
        self::assertStringNotContainsString('Anna', (string) json_encode([Attempt::query()->get(), DB::table('journal_words')->get()]));
    }

    public function test_a_busy_period_shows_on_what_is_open_then_and_suggests_to_raise_it(): void
    {
        $busy = ['name' => 'Eve', 'service' => 'vehicle-lanes', 'from' => '2026-03-03T09:00:00Z', 'until' => '2026-03-03T12:00:00Z'];
        $this->post('/busy', [...$busy, 'until' => '2026-03-03T09:00:00Z'], ['X-Request-Key' => 'a'])->assertSessionHasErrors('until');
        $this->post('/busy', $busy, ['X-Request-Key' => 'b'])->assertSessionHasNoErrors();
        $shown = fn(): mixed => $this->ofTicket('busy');
        self::assertNull($shown());
        $this->later(3600);
        self::assertSame(['Eve', 'now'], [data_get($shown(), 'name'), data_get($shown(), 'raise')]);
        $this->correct($this->ticket, ['urgency' => 'now']);
        self::assertNull(data_get($shown(), 'raise'));

        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [], 'reports' => [$this->ticket->report_id], 'title' => 'Lanes', 'service' => 'vehicle-lanes', 'impact' => 'part',
            'urgency' => 'now', 'team' => null,
        ], ['X-Request-Key' => 'i'])->assertSessionHasNoErrors();
        $room = '/incidents/'.Incident::query()->latest('id')->firstOrFail()->id;
        $this->get($room)->assertInertia(fn(Shown $page) => $page->where('busy.name', 'Eve'));
        Incident::query()->latest('id')->firstOrFail()->update(['resolved_at' => now()]);
        $this->get($room)->assertInertia(fn(Shown $page) => $page->where('busy', null));
        Incident::query()->latest('id')->firstOrFail()->update(['resolved_at' => null]);
        $this->post('/busy/'.DB::table('busy_periods')->value('id').'/drop', [], ['X-Request-Key' => 'j'])->assertSessionHasNoErrors();
        $this->get($room)->assertInertia(fn(Shown $page) => $page->where('busy', null));
        $this->actingAs($this->person('noor-lind'))->post('/busy', $busy)->assertForbidden();
    }

    public function test_public_holidays_stand_still_in_the_hours_of_targets(): void
    {
        $due = static fn(): string => (string) Ticket::query()->latest('id')->firstOrFail()->restore_by?->format('Y-m-d');
        $before = $due();
        // What is open is counted anew at once.
        DB::transaction(fn() => Holidays::keep(['2026-03-04' => 'Day of the ferries'], $this->person('per-strand')));
        self::assertSame(['2026-03-04'], Holidays::dates());

        self::assertSame(1, (int) date_diff(date_create($before) ?: new \DateTime, date_create($due()) ?: new \DateTime)->days);
    }

    private function checklist(): void
    {
        $this->post('/checklists', ['name' => 'Barrier', 'service' => 'vehicle-lanes', 'steps' => [
            ['text' => 'Look at the arm', 'team' => null], ['text' => 'Restart the reader', 'team' => 'lanes', 'must' => true],
        ]], ['X-Request-Key' => 'checklist'])->assertSessionHasNoErrors();
    }

    /** @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function follow(string $key): \Illuminate\Testing\TestResponse
    {
        return $this->post(
            "/tickets/{$this->ticket->id}/checklist", ['checklist' => Checklist::query()->value('id')], ['X-Request-Key' => $key]
        );
    }

    /**
     * @param  array<string, string>  $sent
     * @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function settle(Task $task, array $sent): \Illuminate\Testing\TestResponse
    {
        return $this->post("/tasks/$task->id/settle", $sent);
    }

    private function ofTicket(string $prop): mixed
    {
        $value = null;
        $this->get("/tickets/{$this->ticket->id}")->assertInertia(function (Shown $shown) use (&$value, $prop): void {
            $value = data_get($shown->toArray(), "props.ticket.$prop");
        });

        return $value;
    }
}
