<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Incident;
use App\Incidents\LinkReport;
use App\Incidents\Report;
use App\Incidents\Under\PutUnder;
use App\Platform\Journal\Actor;
use App\Platform\Outbox\OutboxMessage;
use App\Tickets\Ticket;
use App\Tickets\TicketPost;
use App\Tickets\Together\GiveAnswers;
use App\Tickets\Together\InsideNames;
use App\Tickets\Together\SharedAnswer;
use App\Tickets\WorkTickets;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** One answer to all who reported an incident: each once, those too who are linked later, and no name from inside. */
final class TogetherTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        $this->incident = Incident::factory()->create();
    }

    private function reported(string $email, ?Incident $incident = null): Report
    {
        // As many come from one address in a minute as a form takes.
        $this->later(5);
        $this->post('/report', ['service' => 'vehicle-lanes', 'what' => "Shut for $email", 'email' => $email], ['X-Request-Key' => $email])
            ->assertSessionHasNoErrors();
        $report = Report::query()->latest('id')->firstOrFail();
        DB::transaction(fn() => LinkReport::to($report, $incident ?? $this->incident, Actor::system()));

        return $report;
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function give(string $text, array $more = []): TestResponse
    {
        return $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/{$this->incident->id}/answers", ['text' => $text, ...$more], ['X-Request-Key' => uniqid()]);
    }

    /** @phpstan-impure */
    private function tick(): int
    {
        return app(GiveAnswers::class)(static fn(): bool => true);
    }

    private static function told(Report $report): int
    {
        return TicketPost::query()->where('ticket_id', Ticket::query()->where('report_id', $report->id)->value('id'))
            ->where('text', 'Buy on board.')->count();
    }

    public function test_each_is_told_once_and_those_who_are_linked_later_too(): void
    {
        $first = $this->reported('a@ferry.example');
        $this->give('Buy on board.')->assertSessionHasNoErrors();
        self::assertSame([1, 0], [$this->tick(), $this->tick()]);
        $later = $this->reported('b@ferry.example');
        self::assertSame([1, 0], [$this->tick(), $this->tick()]);
        self::assertSame([1, 1], [self::told($first), self::told($later)]);
        $child = Incident::factory()->create(['title' => 'Ask']);
        $under = $this->reported('c@ferry.example', $child);
        self::assertSame(0, $this->tick());
        $this->incident->update(['major_at' => now()]);
        DB::transaction(fn() => app(PutUnder::class)($child, $this->incident, Actor::system()));
        self::assertSame(1, $this->tick());
        self::assertSame(1, self::told($under));
        self::assertSame(3, OutboxMessage::query()->where('kind', 'mail')->where('payload', 'like', '%Buy on board.%')->count());
        $this->get("/incidents/{$this->incident->id}")->assertInertia(static fn(Shown $shown) => $shown->missing('sharedAnswers')
            ->reloadOnly(
                'sharedAnswers',
                static fn(Shown $part) => $part->where('sharedAnswers.0.told', 3)->where('sharedAnswers.0.owed', 0)
                    ->where('sharedAnswers.0.goesOn', true)
            ));
    }

    public function test_of_two_that_are_one_all_are_told_what_either_was_and_nobody_twice(): void
    {
        $first = $this->reported('a@ferry.example');
        $this->give('Buy on board.');
        self::assertSame(1, $this->tick());
        $into = Incident::factory()->create(['title' => 'Barriers']);
        $other = $this->reported('b@ferry.example', $into);
        $this->post("/incidents/{$this->incident->id}/merge", ['into' => $into->id, 'why' => 'One cable'], ['X-Request-Key' => 'merge'])
            ->assertSessionHasNoErrors();
        self::assertSame($into->id, SharedAnswer::query()->sole()->incident_id);
        self::assertSame([1, 0], [$this->tick(), $this->tick()]);
        self::assertSame([1, 1], [self::told($first), self::told($other)]);
        $answer = SharedAnswer::query()->sole();
        $this->post("/answers/$answer->id/stop", [], ['X-Request-Key' => 'stop'])->assertSessionHasNoErrors();
        $this->reported('c@ferry.example', $into);
        self::assertSame(0, $this->tick());
    }

    public function test_stopped_or_over_it_goes_to_nobody_further(): void
    {
        $this->give('Buy on board.');
        $answer = SharedAnswer::query()->sole();
        $this->post("/answers/$answer->id/stop", [], ['X-Request-Key' => 'stop'])->assertSessionHasNoErrors();
        $this->reported('a@ferry.example');
        self::assertSame(0, $this->tick());
        $this->give('Buy on board.');
        $this->incident->update(['resolved_at' => now()]);
        self::assertSame(0, $this->tick());
        $this->give('Buy on board.')->assertSessionHasErrors('action');
    }

    public function test_a_closed_ticket_is_left_alone_and_many_go_in_parts(): void
    {
        for ($n = 0; $n < GiveAnswers::PART + 3; $n++) {
            $last = $this->reported("r$n@ferry.example");
        }
        (new WorkTickets($this->person('ingrid-vale')))->close(Ticket::query()->where('report_id', $last->id)->sole(), 'Thanks.');
        $this->give('Buy on board.');
        self::assertSame(GiveAnswers::PART + 2, $this->tick());
        self::assertSame(0, self::told($last));
    }

    public function test_a_clock_that_ended_between_two_parts_goes_on_where_it_was(): void
    {
        for ($n = 0; $n < GiveAnswers::PART + 3; $n++) {
            $this->reported("r$n@ferry.example");
        }
        $this->give('Buy on board.');
        $parts = 0;
        app(GiveAnswers::class)(static function () use (&$parts): bool {
            return $parts++ < 1;
        });
        self::assertSame(GiveAnswers::PART, DB::table('incident_answers_given')->count());
        self::assertSame(3, $this->tick());
        self::assertSame(GiveAnswers::PART + 3, TicketPost::query()->where('text', 'Buy on board.')->count());
    }

    public function test_one_that_cannot_be_answered_holds_up_none_of_the_others(): void
    {
        $reports = [];
        for ($n = 0; $n < GiveAnswers::PART + 3; $n++) {
            $reports[] = $this->reported("r$n@ferry.example");
        }
        $this->give('Buy on board.');
        $stuck = Ticket::query()->where('report_id', $reports[0]->id)->sole()->id;
        DB::statement(
            "create trigger stuck before insert on ticket_posts when new.ticket_id = $stuck begin select raise(abort, 'stuck'); end"
        );
        $failure = null;
        try {
            $this->tick();
        } catch (QueryException $e) {
            $failure = $e->getMessage();
        }
        self::assertStringContainsString('stuck', (string) $failure, 'And somebody is told.');
        self::assertSame([0, 1, 1], [self::told($reports[0]), self::told($reports[1]), self::told($reports[GiveAnswers::PART + 2])]);
        DB::statement('drop trigger stuck');
        self::assertSame([1, 0], [$this->tick(), $this->tick()]);
        self::assertSame(GiveAnswers::PART + 3, TicketPost::query()->where('text', 'Buy on board.')->count());
    }

    public function test_where_none_can_be_answered_each_is_tried_once_a_look(): void
    {
        for ($n = 0; $n < GiveAnswers::PART + 3; $n++) {
            $this->reported("r$n@ferry.example");
        }
        $this->give('Buy on board.');
        DB::statement("create trigger stuck before insert on ticket_posts begin select raise(abort, 'stuck'); end");
        $parts = 0;
        try {
            app(GiveAnswers::class)(static function () use (&$parts): bool {
                return $parts++ < 5;
            });
        } catch (QueryException) {
            // Told elsewhere.
        }
        self::assertSame(2, $parts);
    }

    public function test_names_from_inside_are_said_first_and_sent_only_when_somebody_insists(): void
    {
        $this->give('Wait for CLK-2, or the Time server clk-2.')->assertSessionHasErrors('names');
        self::assertSame(0, SharedAnswer::query()->count());
        $this->give('Wait for clk-2.', ['anyway' => true])->assertSessionHasNoErrors();
        self::assertSame([], InsideNames::in('Vehicle lanes are shut; sclk-22 is no name.'));
        self::assertContains('clk-2', InsideNames::in('It is clk-2!'));
        self::assertSame(['Noor Lind', 'Lane systems'], InsideNames::in('Noor Lind of lane systems looks at it.'));
    }

    public function test_only_those_who_work_tickets_tell_reporters(): void
    {
        $this->actingAs($this->person('noor-lind'))->post("/incidents/{$this->incident->id}/answers", ['text' => 'x'])->assertForbidden();
        $this->get("/incidents/{$this->incident->id}")->assertInertia(
            static fn(Shown $shown) => $shown->reloadOnly('sharedAnswers', static fn(Shown $part) => $part->where('sharedAnswers', [])),
        );
    }
}
