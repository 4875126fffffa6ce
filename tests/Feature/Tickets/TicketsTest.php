<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Targets\Promised;
use App\Platform\Journal\Entry;
use App\Tickets\HandTickets;
use App\Tickets\Promises;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;
use App\Tickets\TicketPost;
use App\Updates\Files\ReportFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Targets\TargetState;
use Skarvo\Tickets\TicketState;
use Tests\TestCase;

/** What the desk does about what people report, and what reporters see of it. */
final class TicketsTest extends TestCase
{
    use AtTheDesk;

    private Report $report;

    private Ticket $ticket;

    protected function setUp(): void
    {
        parent::setUp();
        $this->person('mika-sund')->update(['roles' => ['desk']]);
        $this->ticket = $this->reported('The barrier stays shut', 'anna@ferry.example');
        $this->report = $this->ticket->reported();
        $this->actingAs($this->person('mika-sund'));
    }

    public function test_helpers_read_what_is_theirs_and_no_other_tickets(): void
    {
        $ticket = $this->reported(
            'The arm hangs', 'bo@ferry.example', ['files' => [UploadedFile::fake()->createWithContent('a.txt', 'words')]]
        );
        $file = '/files/'.ReportFile::query()->sole()->key;
        $noor = $this->person('noor-lind');
        $noor->update(['roles' => ['responder'], 'team_id' => 'lanes']);
        $sees = function () use ($ticket, $file): array {
            $this->get('/tickets')->assertInertia(function (Shown $shown) use (&$many): void {
                $many = [
                    count((array) data_get($shown->toArray(), 'props.tickets')),
                    array_sum(array_column((array) data_get($shown->toArray(), 'props.piles'), 'count')),
                ];
            });

            return [$this->get("/tickets/$ticket->id")->getStatusCode(), $this->get($file)->getStatusCode(), ...(array) $many];
        };
        $this->actingAs($noor);
        self::assertSame([403, 403, 0, 0], $sees());
        // Offered to them, given to their team, or theirs: then they read it.
        $this->desk();
        $this->post('/tickets/hand-over', ['tickets' => [$ticket->id], 'person' => 'noor-lind'], ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        $this->actingAs($noor);
        self::assertSame([200, 200, 1, 2], $sees());
        $this->post("/tickets/$ticket->id/offer", ['accept' => false, 'why' => 'Not mine'], ['X-Request-Key' => 'b'])
            ->assertSessionHasNoErrors();
        self::assertSame([403, 403, 0, 0], $sees());
        $this->desk();
        $this->post('/tickets/hand-over', ['tickets' => [$ticket->id], 'team' => 'lanes'], ['X-Request-Key' => 'c'])
            ->assertSessionHasNoErrors();
        $this->actingAs($noor);
        self::assertSame([200, 200, 1, 1], $sees());
        $noor->update(['team_id' => null]);
        $this->actingAs($noor->refresh());
        self::assertSame([403, 403, 0, 0], $sees());
        foreach (['coordinator', 'service_owner', 'administrator'] as $role) {
            $noor->update(['roles' => [$role]]);
            $this->actingAs($noor->refresh());
            self::assertSame([200, 200], array_slice($sees(), 0, 2), $role);
        }
    }

    public function test_a_report_is_a_ticket_at_once_with_what_is_promised_of_it(): void
    {
        self::assertSame([TicketState::New, 4, '2026-03-03 12:00'], [
            $this->ticket->state, $this->ticket->priority, $this->ticket->respond_by?->format('Y-m-d H:i'),
        ]);
        $this->get('/tickets')->assertInertia(fn(Shown $shown) => $shown
            ->component('Tickets/Tickets')->where('piles.0', ['pile' => 'ours', 'words' => 'Waiting for us', 'count' => 1])
            ->where('tickets.0.what', 'The barrier stays shut')->where('tickets.0.who', 'the desk')->where('tickets.0.place', 'Ask'));
    }

    public function test_a_report_leads_to_its_ticket(): void
    {
        $this->get("/reports/{$this->report->id}")->assertRedirect("/tickets/{$this->ticket->id}");
        $this->get('/reports/99999')->assertNotFound();
    }

    public function test_an_answer_reaches_the_reporter_and_the_ticket_waits_for_them(): void
    {
        $this->write('Which lane is it?');

        self::assertSame([TicketState::Theirs, 'mika-sund'], [$this->ticket->refresh()->state, $this->ticket->person_id]);
        $mail = json_decode((string) DB::table('outbox')->where('kind', 'mail')->value('payload'));
        self::assertSame('anna@ferry.example', $mail->to);
        self::assertStringContainsString('Which lane is it?', $mail->text);
        self::assertStringContainsString(route('report.follow', $this->report->key()), $mail->text);
        $this->guest()->get("/report/{$this->report->key()}")->assertInertia(fn(Shown $shown) => $shown
            ->where('talk.0.text', 'Which lane is it?')->where('talk.0.mine', false)->where('waitsForYou', true));
        self::assertSame(TargetState::Met, self::promise($this->ticket, Promised::RESPOND));
        self::assertSame(TargetState::Paused, self::promise($this->ticket, Promised::RESTORE));
    }

    public function test_what_the_reporter_adds_brings_it_back_to_us_once_however_often_it_is_sent(): void
    {
        $this->write('Which lane is it?');
        $this->later(600);
        foreach ([1, 2] as $ignored) {
            $this->say('Lane 3.', ['send_key' => 'same'])->assertRedirect();
        }

        self::assertSame(TicketState::Ours, $this->ticket->refresh()->state);
        self::assertSame(1, TicketPost::query()->whereNull('person_id')->count());
        self::assertNotSame(TargetState::Paused, self::promise($this->ticket, Promised::RESTORE));
        $entry = Entry::query()->where('kind', 'ticket.said')->sole();
        self::assertArrayNotHasKey('text', $entry->facts);
        self::assertSame('Lane 3.', $entry->told()['text']);
    }

    public function test_what_waited_for_its_reporter_waits_for_us_again_once_it_is_linked_or_goes_on(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $runs = fn(): array => [$this->ticket->refresh()->state, self::promise($this->ticket, Promised::RESTORE)];
        $ours = [TicketState::Ours, TargetState::Running];

        $this->write('Which lane is it?');
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id], 'text' => 'Opened by hand.'], ['X-Request-Key' => 'a']);
        $this->say('Shut again.', ['still' => true])->assertRedirect();
        self::assertSame($ours, $runs(), 'Closed while it waited, and opened again by its reporter.');

        $this->actingAs($this->person('mika-sund'));
        $this->post("/tickets/{$this->ticket->id}/answer", ['text' => 'Which?', 'internal' => false, 'waits' => true], [
            'X-Request-Key' => 'b',
        ])->assertSessionHasNoErrors();
        self::assertSame([TicketState::Theirs, TargetState::Paused], $runs());
        $this->post('/tickets/link', ['tickets' => [$this->ticket->id], 'incident' => $incident->id])->assertSessionHasNoErrors();
        self::assertSame($ours, $runs(), 'Linked while it waited.');

        $this->post("/tickets/{$this->ticket->id}/answer", ['text' => 'And when?', 'internal' => false, 'waits' => true], [
            'X-Request-Key' => 'c',
        ])->assertSessionHasNoErrors();
        $this->actingAs($this->person('ingrid-vale'));
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'Set by hand.', 'update' => 'It works.']);
        $this->later(60);
        $this->post("/incidents/$incident->id/reopen", ['why' => 'Back', 'update' => 'It is back.'])->assertSessionHasNoErrors();
        self::assertSame($ours, $runs(), 'Its incident was over while it waited, and goes on.');
    }

    public function test_it_still_does_not_work_opens_it_again_and_more_urgent_stands_first(): void
    {
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id], 'text' => 'Opened by hand.'])->assertSessionHasNoErrors();
        self::assertSame(TicketState::Done, $this->ticket->refresh()->state);
        self::assertNotNull($this->report->refresh()->resolved_at);
        $this->later(3600);

        $this->say('Shut again.', ['still' => true])->assertRedirect();
        self::assertSame([TicketState::Ours, null], [$this->ticket->refresh()->state, $this->report->refresh()->resolved_at]);
        self::assertSame(TargetState::Running, self::promise($this->ticket, Promised::RESTORE));

        $this->reported('Another one, earlier due', null);
        $this->say('The ship leaves at nine.', ['urgent' => true]);
        self::assertSame(["ticket:{$this->ticket->id}"], self::entriesOf(TicketEntry::MoreUrgent));
        $this->actingAs($this->person('mika-sund'))->get('/tickets')->assertInertia(fn(Shown $shown) => $shown
            ->where('tickets.0.id', $this->ticket->id)->where('tickets.0.more_urgent', 'The ship leaves at nine.')->count('tickets', 2));
    }

    public function test_only_the_reporter_opens_a_closed_ticket_again(): void
    {
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id]]);
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        foreach ([
            ["/tickets/{$this->ticket->id}/answer", ['text' => 'x', 'internal' => false]],
            ['/tickets/take', ['tickets' => [$this->ticket->id]]],
            ['/tickets/hand-over', ['tickets' => [$this->ticket->id], 'team' => 'lanes']],
            ['/tickets/close', ['tickets' => [$this->ticket->id]]],
            ['/tickets/link', ['tickets' => [$this->ticket->id], 'incident' => $incident->id]],
        ] as $i => [$address, $body]) {
            $this->post($address, $body, ['X-Request-Key' => "closed-$i"])->assertSessionHasErrors('action');
        }
        self::assertSame(TicketState::Done, $this->ticket->refresh()->state);
    }

    public function test_words_added_to_a_closed_ticket_do_not_open_it(): void
    {
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id]]);
        $this->say('Thank you!');

        self::assertSame(TicketState::Done, $this->ticket->refresh()->state);
        self::assertNotNull($this->report->refresh()->resolved_at);
        self::assertSame(0, Entry::query()->where('kind', 'ticket.reopened')->count());
    }

    public function test_a_corrected_priority_is_promised_anew_from_the_opening_and_two_people_do_not_undo_each_other(): void
    {
        $this->later(900);
        $correct = [
            'version' => 1, 'kind' => 'report', 'service' => 'boarding', 'place' => 'Havre', 'impact' => 'wide', 'urgency' => 'now',
            'item' => 'clk-2',
        ];
        $this->post("/tickets/{$this->ticket->id}/correct", $correct)->assertSessionHasNoErrors();

        self::assertSame([1, 'clk-2', 'boarding', 'Havre'], [
            $this->ticket->refresh()->priority, $this->ticket->item_id, $this->report->refresh()->service_id, $this->report->site,
        ]);
        // A restore within two hours of 08:00, not of 08:15; an answer within ten minutes was due at once.
        self::assertSame(['10:00', '08:15'], [$this->ticket->restore_by?->format('H:i'), $this->ticket->respond_by?->format('H:i')]);

        $this->post("/tickets/{$this->ticket->id}/correct", [...$correct, 'impact' => 'few'])->assertSessionHasErrors('action');
        self::assertSame(1, $this->ticket->refresh()->priority);
    }

    public function test_tickets_are_linked_closed_and_opened_again_with_their_incident(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $other = $this->reported('Arm does not lift', null);
        $this->actingAs($this->person('ingrid-vale'));
        $this->post('/tickets/link', ['tickets' => [$this->ticket->id, $other->id], 'incident' => $incident->id])
            ->assertSessionHasNoErrors();
        $this->get('/tickets?pile=incident')->assertInertia(fn(Shown $shown) => $shown->count('tickets', 2));
        $this->get('/tickets')->assertInertia(fn(Shown $shown) => $shown->count('tickets', 0));

        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'Set by hand.', 'update' => 'It works.'])
            ->assertSessionHasNoErrors();
        self::assertSame(
            [TicketState::Done, TargetState::Met], [$this->ticket->refresh()->state, self::promise($this->ticket, Promised::RESTORE)]
        );
        $this->later(60);
        $this->post("/incidents/$incident->id/reopen", ['why' => 'Back', 'update' => 'It is back.'])->assertSessionHasNoErrors();
        self::assertSame(
            [TicketState::Ours, TargetState::Running], [$this->ticket->refresh()->state, self::promise($this->ticket, Promised::RESTORE)]
        );
    }

    public function test_one_of_many_that_cannot_be_linked_keeps_all_of_them_as_they_were(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $other = $this->reported('Arm does not lift', null);
        $this->actingAs($this->person('ingrid-vale'))->post('/tickets/link', ['tickets' => [$other->id], 'incident' => $incident->id]);
        $this->post('/tickets/link', ['tickets' => [$this->ticket->id, $other->id], 'incident' => $incident->id])
            ->assertSessionHasErrors('action');

        self::assertNull($this->report->refresh()->incident_id);
        self::assertSame(TicketState::New, $this->ticket->refresh()->state);
    }

    public function test_a_ticket_is_handed_to_people_who_are_there_and_never_belongs_to_nobody(): void
    {
        $this->later(300);
        $this->post('/tickets/hand-over', ['tickets' => [$this->ticket->id], 'team' => 'lanes', 'why' => 'Their reader'])
            ->assertSessionHasNoErrors();
        self::assertSame('08:05', $this->ticket->refresh()->waits_since->format('H:i'));
        $this->get("/tickets/{$this->ticket->id}")
            ->assertInertia(fn(Shown $shown) => $shown->where('ticket.who', $this->ticket->refresh()->team?->name));
        $this->person('noor-lind')->update(['left_at' => now()]);
        $this->post('/tickets/hand-over', ['tickets' => [$this->ticket->id], 'person' => 'noor-lind'])->assertSessionHasErrors('person');
        $this->post('/tickets/hand-over', ['tickets' => [$this->ticket->id]]);
        $this->get("/tickets/{$this->ticket->id}")->assertInertia(fn(Shown $shown) => $shown->where('ticket.who', 'the desk'));
    }

    public function test_a_ticket_that_is_offered_stays_where_it_is_until_it_is_accepted(): void
    {
        $offer = fn(string $key) => $this->actingAs($this->person('mika-sund'))
            ->post(
                '/tickets/hand-over', ['tickets' => [$this->ticket->id], 'person' => 'noor-lind', 'why' => 'Your lane'],
                ['X-Request-Key' => $key]
            );
        $answer = fn(string $who, array $sent, string $key) => $this->actingAs($this->person($who))
            ->post("/tickets/{$this->ticket->id}/offer", $sent, ['X-Request-Key' => $key]);
        $offer('a')->assertSessionHasNoErrors();
        self::assertSame(['mika-sund', 'noor-lind'], [$this->ticket->refresh()->person_id, $this->ticket->offered_to_id]);
        $this->actingAs($this->person('noor-lind'))->get('/tickets?pile=mine')->assertInertia(fn(Shown $shown) => $shown
            ->where(
                'tickets.0.offered', ['to' => $this->person('noor-lind')->name, 'by' => $this->person('mika-sund')->name, 'mine' => true]
            )->where('tickets.0.mine', false));
        // It is a decision on their first screen, and on nobody else's.
        $this->get('/')->assertInertia(
            fn(Shown $shown) => $shown->count('offers', 1)->where('offers.0.id', $this->ticket->id)
                ->where('offers.0.who', $this->person('mika-sund')->name)
        );
        $this->actingAs($this->person('ingrid-vale'))->get('/')->assertInertia(fn(Shown $shown) => $shown->where('offers', []));
        $answer('ingrid-vale', ['accept' => true], 'b')->assertSessionHasErrors('action');
        $answer('noor-lind', ['accept' => false], 'c')->assertSessionHasErrors('why');
        $answer('noor-lind', ['accept' => false, 'why' => 'Not mine'], 'd')->assertSessionHasNoErrors();
        self::assertSame(['mika-sund', null], [$this->ticket->refresh()->person_id, $this->ticket->offered_to_id]);
        $offer('e');
        $answer('noor-lind', ['accept' => true], 'f')->assertSessionHasNoErrors();
        self::assertSame(
            ['noor-lind', 'lanes', null], [$this->ticket->refresh()->person_id, $this->ticket->team_id, $this->ticket->offered_to_id]
        );
        $answer('noor-lind', ['accept' => true], 'g')->assertSessionHasErrors('action');
        // Who takes it meanwhile has it.
        $offer('h');
        $this->actingAs($this->person('ingrid-vale'))->post('/tickets/take', ['tickets' => [$this->ticket->id]], ['X-Request-Key' => 'i']);
        self::assertSame(['ingrid-vale', null], [$this->ticket->refresh()->person_id, $this->ticket->offered_to_id]);
    }

    public function test_whoever_takes_a_ticket_a_moment_after_somebody_else_is_told_and_takes_it_only_knowing_that(): void
    {
        $other = $this->reported('The lamp is out', null);
        $take = fn(string $by, array $whose) => $this->actingAs($this->person($by))->post(
            '/tickets/take', ['tickets' => [$other->id, $this->ticket->id], 'whose' => $whose], ['X-Request-Key' => uniqid('', true)],
        );
        (new HandTickets($this->person('lotte-krone')))->take($this->ticket);
        $take('mika-sund', ['', ''])->assertSessionHasErrors(
            ['action' => "Lotte Krone has {$this->ticket->ref()} by now. Take it all the same if that is agreed."],
        );
        self::assertSame(['lotte-krone', null], [$this->ticket->refresh()->person_id, $other->refresh()->person_id]);
        $take('lotte-krone', ['', ''])->assertSessionHasNoErrors();
        // Of the same name is not the same.
        $this->person('noor-lind')->update(['name' => 'Lotte Krone']);
        $take('mika-sund', ['noor-lind', 'noor-lind'])->assertSessionHasErrors('action');
        $take('mika-sund', ['lotte-krone', 'lotte-krone'])->assertSessionHasNoErrors();
        self::assertSame(['mika-sund', 'mika-sund'], [$this->ticket->refresh()->person_id, $other->refresh()->person_id]);
        $hand = fn(string $seen) => $this->post(
            '/tickets/hand-over', ['tickets' => [$other->id], 'team' => 'lanes', 'seen' => [$seen]], ['X-Request-Key' => uniqid('', true)],
        );
        $hand('the desk')->assertSessionHasErrors(
            ['action' => "{$other->ref()} is with Mika Sund by now. Hand it over all the same if that is agreed."],
        );
        $hand('mika-sund')->assertSessionHasNoErrors();
        self::assertSame([null, 'lanes'], [$other->refresh()->person_id, $other->team_id]);
        $hand('mika-sund')->assertSessionHasErrors('action');
        $hand('team lanes')->assertSessionHasNoErrors();
        // What was given back meanwhile is free.
        $other->update(['person_id' => null]);
        $take('lotte-krone', ['mika-sund', 'mika-sund'])->assertSessionHasNoErrors();
    }

    public function test_a_reporter_is_told_when_the_desk_opens(): void
    {
        $opens = function (): mixed {
            $value = null;
            $this->guest()->get("/report/{$this->report->key()}")->assertInertia(function (Shown $shown) use (&$value): void {
                $value = data_get($shown->toArray(), 'props.deskOpens');
            });

            return $value;
        };
        self::assertNull($opens());
        $this->later(14 * 3600);
        self::assertSame('2026-03-04T05:00:00.000000Z', $opens());
        DB::table('settings')->insert(['id' => 'holidays', 'value' => json_encode(['2026-03-04' => 'Day of the ferries']), 'version' => 1]);
        self::assertSame('2026-03-05T05:00:00.000000Z', $opens());
    }

    public function test_what_is_near_is_among_the_running_clocks_and_what_waits_for_an_incident_is_not(): void
    {
        self::assertFalse(self::hasTicket($this->around('clocks')));
        $this->later(3 * 3600 + 60);
        self::assertTrue(self::hasTicket($this->around('clocks')));
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $this->post('/tickets/link', ['tickets' => [$this->ticket->id], 'incident' => $incident->id]);
        $this->later(6 * 86400);
        self::assertFalse(self::hasTicket($this->around('clocks')));
    }

    public function test_changed_promises_hold_for_tickets_that_are_open(): void
    {
        $target = static fn(string $name, int $minutes, int $priority = 4): array => [
            'name' => $name, 'priority' => $priority, 'minutes' => $minutes, 'desk' => false, 'pauses' => false,
        ];
        $incidents = [
            'kinds' => ['incident', 'task'], 'service' => null,
            'targets' => array_map(static fn(int $p): array => $target('restore', 60, $p), [1, 2, 3, 4]),
        ];
        $sent = [
            'agreements' => [['kinds' => ['report'], 'service' => null, 'targets' => [$target('respond', 30)]], $incidents], 'version' => 0,
            'days' => ['mon'], 'from' => '06:00', 'to' => '22:00',
        ];
        $this->post('/settings/targets', $sent)->assertForbidden();
        $this->actingAs($this->person('per-strand'))->post('/settings/targets', $sent)->assertSessionHasNoErrors();
        self::assertSame(['08:30', null], [$this->ticket->refresh()->respond_by?->format('H:i'), $this->ticket->restore_by]);
        $this->post('/settings/targets', $sent)->assertSessionHasErrors('action');
        $this->post('/settings/targets', [...$sent, 'version' => 1, 'days' => []])->assertSessionHasErrors('days');
        // Another kind, and then another service, are promised otherwise.
        $request = ['kinds' => ['request'], 'service' => null, 'targets' => [$target('respond', 45), $target('restore', 90)]];
        $booking = ['kinds' => ['request'], 'service' => 'booking', 'targets' => [$target('restore', 120)]];
        $this->post('/settings/targets', [...$sent, 'version' => 1, 'agreements' => [...$sent['agreements'], $request, $booking]])
            ->assertSessionHasNoErrors();
        $correct = ['kind' => 'request', 'service' => 'vehicle-lanes', 'impact' => 'few', 'urgency' => 'later'];
        $this->desk();
        $this->later(600);
        $post = "/tickets/{$this->ticket->id}/correct";
        $this->post($post, [...$correct, 'version' => $this->ticket->refresh()->version], ['X-Request-Key' => 'k1'])
            ->assertSessionHasNoErrors();
        $times = fn(): array => [$this->ticket->refresh()->respond_by?->format('H:i'), $this->ticket->restore_by?->format('H:i')];
        self::assertSame(['08:45', '09:30'], $times());
        $this->post($post, [...$correct, 'service' => 'booking', 'version' => $this->ticket->refresh()->version], ['X-Request-Key' => 'k2'])
            ->assertSessionHasNoErrors();
        self::assertSame([null, '10:00'], $times());
    }

    public function test_several_reporters_get_one_answer_or_none_of_them_does(): void
    {
        [$one, $two] = [$this->reported('Shut at Ask', 'a@ferry.example'), $this->reported('Shut here', null)];
        $this->desk();
        $this->post('/tickets/answer', ['tickets' => [$one->id, $two->id], 'text' => ' '], ['X-Request-Key' => 'a'])
            ->assertSessionHasErrors('text');
        $sent = ['tickets' => [$one->id, $two->id], 'text' => 'Use lane 2 until it works.', 'waits' => false];
        $this->post('/tickets/answer', $sent, ['X-Request-Key' => 'b'])->assertSessionHasNoErrors();
        $this->post('/tickets/answer', $sent, ['X-Request-Key' => 'b'])->assertSessionHasNoErrors();
        self::assertSame(
            [[$one->id, false, 'Use lane 2 until it works.'], [$two->id, false, 'Use lane 2 until it works.']],
            TicketPost::query()->orderBy('id')->get()
                ->map(static fn(TicketPost $post): array => [$post->ticket_id, $post->is_internal, $post->text])->all(),
        );
        self::assertSame([TicketState::Ours, TicketState::Ours], [$one->refresh()->state, $two->refresh()->state]);
        $this->post('/tickets/close', ['tickets' => [$two->id]], ['X-Request-Key' => 'c'])->assertSessionHasNoErrors();
        $this->post('/tickets/answer', [...$sent, 'text' => 'And now?'], ['X-Request-Key' => 'd'])->assertSessionHasErrors('action');
        self::assertSame(2, TicketPost::query()->count(), 'One of them is closed: none is answered.');
    }

    public function test_whoever_is_not_at_the_desk_reads_and_does_not_write(): void
    {
        $this->actingAs($this->person('ada-holm'))->get("/tickets/{$this->ticket->id}")->assertOk();
        $this->post("/tickets/{$this->ticket->id}/answer", ['text' => 'x', 'internal' => false])->assertForbidden();
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id]])->assertForbidden();
        self::assertSame(0, TicketPost::query()->count());
    }

    public function test_an_address_that_nobody_was_given_says_nothing(): void
    {
        $this->guest()->post('/report/'.$this->report->token.str_repeat('0', 24).'/say', ['text' => 'x', 'send_key' => 'k'])
            ->assertNotFound();
        $this->say("\xC3\x28")->assertSessionHasErrors();
        $this->say(str_repeat('x', 2001))->assertSessionHasErrors('text');
        $this->say('')->assertSessionHasErrors('text');
        self::assertSame(0, TicketPost::query()->count());
    }

    public function test_whoever_reported_is_erased_on_request_and_by_age_and_the_ticket_stays(): void
    {
        $this->write('Which lane, Anna?');
        $this->say('Lane 3, says Anna.');
        $old = route('report.follow', $this->report->key());
        DB::table('outbox')->update(['sent_at' => now()]);
        $forget = fn(string $key) => $this->actingAs($this->person('per-strand'))
            ->post("/tickets/{$this->ticket->id}/forget", ['why' => 'At their request'], ['X-Request-Key' => $key]);
        $forget('open')->assertSessionHasErrors('action');
        $this->actingAs($this->person('mika-sund'))->post("/tickets/{$this->ticket->id}/forget", ['why' => 'x'])->assertForbidden();
        $this->post('/tickets/close', ['tickets' => [$this->ticket->id]]);
        $forget('closed')->assertSessionHasNoErrors();

        $all = json_encode([
            DB::table('reports')->get(), DB::table('ticket_posts')->get(), DB::table('outbox')->get(), DB::table('journal_words')->get(),
            DB::table('tickets')->get(),
        ]);
        foreach (['Anna', 'anna@', 'The barrier', 'lane'] as $word) {
            self::assertStringNotContainsString($word, str_replace('vehicle-lanes', '', (string) $all), $word);
        }
        $this->guest()->get($old)->assertNotFound();
        self::assertSame(1, Entry::query()->where('kind', 'ticket.answered')->count());
        $this->actingAs($this->person('ingrid-vale'))->get("/tickets/{$this->ticket->id}")->assertOk();

        $by = $this->reported('Written by Bo', 'bo@mail.example');
        $this->actingAs($this->person('mika-sund'))->post('/tickets/close', ['tickets' => [$by->id]], ['X-Request-Key' => 'bo']);
        $this->later(729 * 86400);
        $this->clock();
        self::assertSame('bo@mail.example', $by->reported()->refresh()->email);
        $this->later(2 * 86400);
        $this->clock();
        self::assertNull($by->reported()->refresh()->email);
    }

    public function test_the_pile_is_narrowed_and_ordered_by_its_address_and_kept_under_a_name(): void
    {
        $this->later(60);
        $other = $this->reported(
            'Card 100% refused', 'bo@mail.example',
            ['service' => 'payment', 'site' => 'Havre', 'name' => 'Bo Berg', 'others' => 'many', 'waits' => 'now']
        );
        $this->actingAs($this->person('mika-sund'));
        $seen = function (string $query): array {
            $refs = [];
            $this->get("/tickets?$query")->assertInertia(function (Shown $shown) use (&$refs): void {
                $refs = array_column((array) data_get($shown->toArray(), 'props.tickets'), 'ref');
            });

            return $refs;
        };
        [$first, $second] = [$this->ticket->ref(), $other->ref()];
        foreach ([
            '' => [$second, $first], 'service=payment' => [$second], 'q=barrier' => [$first], 'q=bo+refused' => [$second],
            "q=$first" => [$first], 'q=havre' => [$second],
            'q=100%25' => [$second], 'q=%25' => [$second], 'q=_' => [], 'priority=1' => [$second], 'priority=9' => [$second, $first],
            'order=oldest' => [$first, $second],
            'order=priority' => [$second, $first], 'order=drop' => [$second, $first], 'way=mail' => [], 'way=form' => [$second, $first],
            'team=lanes' => [], 'team=-' => [$second, $first],
        ] as $query => $refs) {
            self::assertSame($refs, $seen($query), $query);
        }
        $this->get('/tickets?service[]=x')->assertStatus(400);

        foreach (['Mine', 'Mine'] as $i => $name) {
            $this->post('/tickets/lists', ['name' => $name, 'query' => "q=$i"])->assertSessionHasNoErrors();
        }
        $this->post('/tickets/lists', ['name' => '', 'query' => ''])->assertSessionHasErrors('name');
        $this->get('/tickets')->assertInertia(fn(Shown $shown) => $shown->where('lists', [['name' => 'Mine', 'query' => 'q=1']]));
        $this->actingAs($this->person('ingrid-vale'))->get('/tickets')->assertInertia(fn(Shown $shown) => $shown->where('lists', []));
        $this->post('/tickets/lists/drop', ['name' => 'Mine']);
        $this->actingAs($this->person('mika-sund'))->get('/tickets')->assertInertia(fn(Shown $shown) => $shown->count('lists', 1));
        $this->post('/tickets/lists/drop', ['name' => 'Mine']);
        $this->get('/tickets')->assertInertia(fn(Shown $shown) => $shown->where('lists', []));
    }

    public function test_nothing_internal_ever_leaves_whatever_is_said_in_whatever_order(): void
    {
        $random = new Randomizer(new Mt19937(14));
        config()->set('skarvo.gateways.translator', 'http://translator.test');
        $this->report->update(['chat_channel' => 'quay', 'chat_thread' => 't1']);
        for ($i = 0; $i < 120; $i++) {
            // For a while they read another language.
            $this->report->refresh()->update(['language' => $i > 40 && $i < 80 ? 'no' : 'en']);
            $this->later($random->getInt(1, 900));
            $text = ($secret = $random->getInt(0, 1) === 1) ? "SECRET-$i" : "plain-$i";
            $withFile = $i % 5 === 0;
            match ($random->getInt(0, 4)) {
                0 => $this->say("plain-$i", ['still' => $random->getInt(0, 1) === 1, 'urgent' => $random->getInt(0, 3) === 0]),
                1 => $this->actingAs($this->person('mika-sund'))
                    ->post('/tickets/close', ['tickets' => [$this->ticket->id], 'text' => "plain-$i"]),
                default => $this->actingAs($this->person('mika-sund'))->post("/tickets/{$this->ticket->id}/answer", [
                    'text' => $text, 'internal' => $secret,
                    ...($withFile ? ['files' => [UploadedFile::fake()->createWithContent("$text.txt", $text)]] : []),
                ]),
            };
        }
        $seen = [
            (string) $this->guest()->get("/report/{$this->report->key()}")->getContent(),
            (string) $this->get('/status')->getContent(), (string) $this->get('/report')->getContent(),
            implode(' ', DB::table('outbox')->pluck('payload')->all()),
        ];
        self::assertSame(['chat', 'mail', 'translation'], DB::table('outbox')->distinct()->orderBy('kind')->pluck('kind')->all());
        $files = ReportFile::query()->get();
        self::assertCount(2, $files->groupBy('is_internal'));
        foreach ($files as $file) {
            $answer = $this->get("/report/{$this->report->key()}/files/$file->key");
            self::assertSame($file->is_internal ? 404 : 200, $answer->getStatusCode());
            $seen[] = (string) $answer->getContent();
        }
        self::assertGreaterThan(10, TicketPost::query()->where('is_internal', true)->count());
        self::assertStringContainsString('plain-', $seen[0]);
        self::assertStringContainsString('plain-', $seen[3]);
        foreach ($seen as $text) {
            self::assertStringNotContainsString('SECRET', $text);
            self::assertStringNotContainsString('Mika', $text);
        }
    }

    private function write(string $text): void
    {
        $this->post("/tickets/{$this->ticket->id}/answer", ['text' => $text, 'internal' => false])->assertSessionHasNoErrors();
    }

    /**
     * @param  array<string, mixed>  $more
     * @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function say(string $text, array $more = []): \Illuminate\Testing\TestResponse
    {
        static $sent = 0;

        return $this->guest()->withoutMiddleware(\Illuminate\Routing\Middleware\ThrottleRequests::class)
            ->post("/report/{$this->report->key()}/say", ['text' => $text, 'send_key' => 'k'.++$sent, ...$more]);
    }

    private static function promise(Ticket $ticket, string $name): ?TargetState
    {
        foreach (Promises::of($ticket) as $clock) {
            if ($clock->name === $name) {
                return $clock->state;
            }
        }

        return null;
    }

    private static function hasTicket(mixed $clocks): bool
    {
        return preg_match('/First answer|To be solved/', (string) json_encode($clocks)) === 1;
    }
}
