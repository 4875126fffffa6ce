<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Report;
use App\Platform\Journal\Entry;
use App\Tickets\Ticket;
use App\Tickets\TicketPost;
use App\Updates\Files\ReportFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\WayIn;
use Skarvo\Tickets\TicketState;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** Mail and chat end where the form does: in a ticket with its reference, once, and go on with it. */
final class WaysInTest extends TestCase
{
    use AtTheDesk;

    protected function setUp(): void
    {
        parent::setUp();
        $this->token(['reports:write']);
    }

    public function test_a_mail_is_a_ticket_and_is_confirmed_once(): void
    {
        $this->mail('Bo Berg <Bo@Ferry.example>', 'The barrier at Ask stays shut', "All cars wait.\n\nBo")->assertCreated()
            ->assertJsonPath('ref', Report::query()->sole()->ref());
        $report = Report::query()->sole();
        self::assertSame(
            [WayIn::Mail, 'Bo Berg', 'bo@ferry.example', false, 'vehicle-lanes', "The barrier at Ask stays shut\nAll cars wait.\n\nBo"],
            [$report->way, $report->name, $report->email, $report->service_said, $report->service_id, $report->what],
        );
        $mail = $this->sentMails()->sole();
        self::assertTrue($mail->automatic);
        self::assertStringContainsString(route('report.follow', $report->key()), $mail->text);
        // What stands in the logs of mail servers does not open the report.
        self::assertStringStartsWith("{$report->mailKey()}.", $mail->message_id);
        self::assertStringNotContainsString((string) $report->token, $mail->message_id);
        self::assertNull(Report::byMailKey("r$report->id-".str_repeat('0', 24)));
        self::assertNull(Report::byMailKey(str_replace("r$report->id-", 'r'.($report->id + 1).'-', $report->mailKey())));

        // The same Message-ID, and the same sender and words within ten minutes, are the same mail; other senders are not.
        $this->mail('bo@ferry.example', 'other words', 'x')->assertCreated()->assertJsonPath('ref', $report->ref());
        $this->mail('bo@ferry.example', 'The barrier at Ask stays shut', "All cars wait.\n\nBo", ['Message-ID' => '<two@x>'])
            ->assertJsonPath('ref', $report->ref());
        self::assertSame(1, Report::query()->count());
        $this->mail('eva@ferry.example', 'The barrier at Ask stays shut', "All cars wait.\n\nBo", ['Message-ID' => '<three@x>']);
        self::assertSame(2, Report::query()->count());
        $this->later(601);
        $this->mail('bo@ferry.example', 'The barrier at Ask stays shut', "All cars wait.\n\nBo", ['Message-ID' => '<four@x>']);
        self::assertSame(3, Report::query()->count());
    }

    public function test_a_first_mail_is_confirmed_in_the_language_in_which_it_is_plainly_written(): void
    {
        $this->mail('eva@ferry.example', 'Die Schranke bleibt zu', "Wir warten seit einer Stunde, und niemand ist hier.\n\nEva")
            ->assertCreated();
        $mail = $this->sentMails()->sole();
        self::assertStringStartsWith('Wir haben Ihre Meldung RE-', $mail->subject);
        self::assertStringContainsString('Verfolgen Sie sie hier:', $mail->text);
        self::assertNull(Report::query()->sole()->language, 'What is only guessed is not kept.');
    }

    public function test_an_answer_finds_its_ticket_and_what_it_quotes_is_left_out(): void
    {
        $this->mail('bo@ferry.example', 'Barrier shut', 'All cars wait.');
        $ticket = Ticket::query()->sole();
        $this->desk();
        $this->post("/tickets/$ticket->id/answer", ['text' => 'Which lane?', 'internal' => false])->assertSessionHasNoErrors();
        $asked = $this->lastMail();
        self::assertFalse($asked->automatic);
        $this->mail(
            'bo@ferry.example', 'Re: About your report', "Lane 3.\n\nOn Tue, 3 Mar 2026, The desk wrote:\n> Which lane?",
            ['Message-ID' => '<answer@x>', 'In-Reply-To' => "<$asked->message_id>"],
        )->assertJsonPath('ref', $ticket->ref());

        self::assertSame(['Which lane?', 'Lane 3.'], TicketPost::query()->orderBy('id')->pluck('text')->all());
        self::assertSame(TicketState::Ours, $ticket->refresh()->state);
        // By its reference, from the address that the report has, and from no other.
        $this->mail('bo@ferry.example', "{$ticket->ref()} again", 'And lane 4.', ['Message-ID' => '<more@x>'])
            ->assertJsonPath('ref', $ticket->ref());
        $this->mail('eva@ferry.example', "{$ticket->ref()} again", 'Tell me all.', ['Message-ID' => '<eva@x>']);
        self::assertSame(2, Report::query()->count());
        self::assertSame(3, $ticket->posts()->count());
    }

    public function test_thanks_leave_a_closed_ticket_closed_and_anything_else_opens_it(): void
    {
        $this->mail('bo@ferry.example', 'Barrier shut', 'All cars wait.');
        $ticket = Ticket::query()->sole();
        $this->desk();
        $this->post('/tickets/close', ['tickets' => [$ticket->id], 'text' => 'Opened.'])->assertSessionHasNoErrors();
        $to = ['In-Reply-To' => '<'.$this->lastMail()->message_id.'>'];
        $this->mail('bo@ferry.example', 'Re: Closed', 'Thank you!', ['Message-ID' => '<thanks@x>', ...$to]);
        self::assertSame(TicketState::Done, $ticket->refresh()->state);
        $this->mail('bo@ferry.example', 'Re: Closed', 'It is shut again.', ['Message-ID' => '<again@x>', ...$to]);
        self::assertSame(TicketState::Ours, $ticket->refresh()->state);
    }

    public function test_what_a_machine_wrote_is_no_report_and_is_not_answered(): void
    {
        foreach (
            [
                ['Auto-Submitted' => 'auto-replied'], ['Precedence' => 'bulk'], ['Return-Path' => '<>'], ['List-Id' => '<crew.x>'],
            ] as $i => $header
        ) {
            $this->mail('bo@ferry.example', "Away $i", 'I am away.', ['Message-ID' => "<$i@x>", ...$header])->assertStatus(202)
                ->assertJsonPath('ref', null);
        }
        $this->mail('mailer-daemon@ferry.example', 'Undelivered', 'x')->assertStatus(202);
        self::assertSame(0, Report::query()->count());
        self::assertSame(0, DB::table('outbox')->count());
        // Two machines that do not say that they are fall silent.
        for ($i = 0; $i < 9; $i++) {
            $this->mail('robot@ferry.example', "Status $i", "All is well $i", ['Message-ID' => "<status-$i@x>"]);
        }
        self::assertSame(5, $this->sentMails()->count());
    }

    public function test_mails_with_wrong_encodings_and_nested_parts_are_read(): void
    {
        $this->raw(
            "From: =?iso-8859-1?Q?J=F8rn?= <jorn@ferry.example>\r\nSubject: Bom\r\nMessage-ID: <a@x>\r\nContent-Type: text/plain; charset=iso-8859-1\r\n\r\nBl\xe5 bom\r\n"
        )->assertCreated();
        self::assertSame(
            ['Jørn', "Bom\nBlå bom"], [Report::query()->latest('id')->value('name'), Report::query()->latest('id')->value('what')]
        );
        $this->raw(
            "From: a@ferry.example\r\nSubject: =?utf-8?B?4pyI?= x\r\nMessage-ID: <b@x>\r\nContent-Type: text/plain; charset=utf-8\r\n\r\nwrong \xff\xfe bytes\r\n"
        )->assertCreated();
        self::assertStringContainsString('wrong', (string) Report::query()->latest('id')->value('what'));
        $this->raw(
            "From: a@ferry.example\r\nSubject: Html\r\nMessage-ID: <c@x>\r\nContent-Type: text/html\r\n\r\n<style>p{}</style><p>Gate &amp; lane<br>shut</p><script>alert(1)</script>"
        )->assertCreated();
        self::assertSame("Html\nGate & lane\nshut", Report::query()->latest('id')->value('what'));
        $nested = 'deep';
        for ($i = 0; $i < 12; $i++) {
            $nested = "Content-Type: multipart/mixed; boundary=b$i\r\n\r\n--b$i\r\n"
                .($i === 0 ? "Content-Type: text/plain\r\n\r\nwe are deep\r\n" : $nested)."\r\n--b$i--\r\n";
        }
        $this->raw("From: a@ferry.example\r\nSubject: Deep\r\nMessage-ID: <d@x>\r\n$nested")->assertCreated();
        self::assertStringContainsString('we are deep', (string) Report::query()->latest('id')->value('what'));
        $this->raw(
            "From: a@ferry.example\r\nSubject: Files\r\nMessage-ID: <e@x>\r\nContent-Type: multipart/mixed; boundary=q\r\n\r\n--q\r\nContent-Type: text/plain\r\n\r\nsee picture\r\n--q\r\nContent-Type: image/png; name=\"gate.png\"\r\nContent-Disposition: attachment; filename=\"gate.png\"\r\n\r\nxx\r\n--q--"
        )->assertCreated();
        // What calls itself a picture and is a text is kept as a text.
        self::assertSame('gate.txt', ReportFile::query()->sole()->name);

        $this->raw('this is no mail')->assertUnprocessable();
        $this->raw('')->assertUnprocessable();
        $this->raw(str_repeat('x', 26_214_401))->assertStatus(413);
        $long = $this->mail('long@ferry.example', 'Long', str_repeat('word ', 1500), ['Message-ID' => '<long@x>']);
        $long->assertCreated();
        self::assertSame(2000, mb_strlen((string) Report::query()->latest('id')->value('what')));
        self::assertStringContainsString('word', (string) TicketPost::query()->latest('id')->value('text'));
    }

    public function test_of_a_long_mail_nothing_is_lost_unless_it_is_said(): void
    {
        $log = static fn(int $characters): string => mb_substr(implode(' ', range(10_000, 19_999)), 0, $characters);
        $posts = static fn(bool $isInternal): array => TicketPost::query()->where('is_internal', $isInternal)->orderBy('id')->pluck('text')
            ->all();
        $this->mail('long@ferry.example', 'Log', $log(13_000), ['Message-ID' => '<first@x>'])->assertCreated();
        $report = Report::query()->latest('id')->firstOrFail();
        self::assertSame("Log\n{$log(13_000)}", $report->what.implode('', $posts(false)));

        $before = count($posts(false));
        $this->mail('long@ferry.example', "Re: {$report->ref()}", $log(8_999), ['Message-ID' => '<second@x>'])->assertSuccessful();
        self::assertSame($log(8_999), implode('', array_slice($posts(false), $before)));
        self::assertSame([], $posts(true));

        $this->mail('long@ferry.example', "Re: {$report->ref()}", $log(20_001), ['Message-ID' => '<third@x>'])->assertSuccessful();
        self::assertSame(
            ["Not kept of the mail, or of what was attached to it:\nwhat it says beyond its first 20,000 characters"], $posts(true),
        );
        self::assertSame($log(20_000), implode('', array_slice($posts(false), $before + 3)));
    }

    public function test_who_may_not_hand_mails_over_is_refused(): void
    {
        $this->call('POST', '/api/v1/mails', server: ['CONTENT_TYPE' => 'message/rfc822'], content: "From: a@x.example\r\n\r\nx")
            ->assertUnauthorized();
        $this->postJson('/api/v1/chat', [])->assertUnauthorized();
    }

    public function test_a_message_in_a_chat_is_a_ticket_and_the_thread_goes_on_with_it_on_both_sides(): void
    {
        $ref = $this->chat('m1', 'The till refuses every card')->assertCreated()->json('ref');
        $this->chat('m1', 'The till refuses every card')->assertJsonPath('ref', $ref);
        $ticket = Ticket::query()->with('report')->sole();
        self::assertSame(
            [WayIn::Chat, 'payment', 'Eva'], [$ticket->reported()->way, $ticket->reported()->service_id, $ticket->reported()->name]
        );
        $this->desk();
        $this->post("/tickets/$ticket->id/answer", ['text' => 'Which till?', 'internal' => false], ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        $this->post("/tickets/$ticket->id/answer", ['text' => 'SECRET', 'internal' => true], ['X-Request-Key' => 'b'])
            ->assertSessionHasNoErrors();
        $this->chat('m2', 'Till 4')->assertJsonPath('ref', $ref);
        $said = DB::table('outbox')->where('kind', 'chat')->orderBy('id')->get()
            ->map(static fn(\stdClass $one): mixed => json_decode((string) $one->payload));
        self::assertSame(['t1', 't1'], $said->pluck('thread')->all());
        self::assertStringContainsString('Which till?', $said[1]->text);
        self::assertStringNotContainsString('SECRET', (string) json_encode($said));
        self::assertSame(['Which till?', 'SECRET', 'Till 4'], $ticket->posts()->pluck('text')->all());
        $this->guest()->get("/report/{$ticket->reported()->key()}")
            ->assertInertia(fn(Shown $shown) => $shown->count('talk', 2)->where('talk.1.text', 'Till 4'));

        $this->desk();
        $this->post('/tickets/close', ['tickets' => [$ticket->id]], ['X-Request-Key' => 'close'])->assertSessionHasNoErrors();
        $this->chat('m8', 'Thanks!');
        self::assertSame(TicketState::Done, $ticket->refresh()->state);
        $this->chat('m9', 'It refuses again');
        self::assertSame(TicketState::Ours, $ticket->refresh()->state);

        // Another thread is another ticket, also from the same person.
        $this->chat('m3', 'No sound on the quay', 't2');
        self::assertSame(2, Ticket::query()->count());
        $this->postJson('/api/v1/chat', ['channel' => 'quay', 'text' => 'x'], ['Authorization' => 'Bearer plain-probe'])
            ->assertUnprocessable();
    }

    public function test_a_chat_hears_that_its_incident_is_over(): void
    {
        $this->chat('m1', 'The till refuses every card');
        $ticket = Ticket::query()->with('report')->sole();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [], 'reports' => [$ticket->report_id], 'title' => 'Tills', 'service' => 'payment', 'impact' => 'part',
            'urgency' => 'now', 'team' => null,
        ], ['X-Request-Key' => 'declare'])->assertSessionHasNoErrors();
        $incident = \App\Incidents\Incident::query()->latest('id')->firstOrFail();
        self::assertSame($incident->id, $ticket->reported()->refresh()->load('link')->incident_id);
        $this->post(
            "/incidents/$incident->id/resolve", ['resolution' => 'Restarted.', 'update' => 'Cards work again.'], ['X-Request-Key' => 'over']
        )->assertSessionHasNoErrors();

        $said = DB::table('outbox')->where('kind', 'chat')->orderBy('id')->get()
            ->map(static fn(\stdClass $one): mixed => json_decode((string) $one->payload));
        self::assertStringContainsString('Cards work again.', $said->last()->text ?? '');
        self::assertSame(TicketState::Done, $ticket->refresh()->state);
        $this->chat('m2', 'It refuses again');
        self::assertSame(TicketState::Ours, $ticket->refresh()->state);
    }

    public function test_a_chat_that_does_not_answer_is_told_on_the_ticket(): void
    {
        $this->chat('m1', 'The till refuses every card');
        $message = \App\Platform\Outbox\OutboxMessage::query()->where('kind', 'chat')->sole();
        app(\App\Tickets\WaysIn\ChatMessages::class)->failed($message, 'nobody there');

        self::assertSame('nobody there', Entry::query()->where('kind', 'ticket.chat_failed')->sole()->facts['error']);
    }

    /**
     * @param  array<string, string>  $headers
     * @return TestResponse<Response>
     */
    private function mail(string $from, string $subject, string $text, array $headers = []): TestResponse
    {
        $lines = '';
        foreach (
            [
                'From' => $from, 'To' => 'desk@eiderholm.example', 'Subject' => $subject, 'Message-ID' => '<one@x>',
                'Content-Type' => 'text/plain; charset=utf-8', ...$headers,
            ] as $name => $value
        ) {
            $lines .= "$name: $value\r\n";
        }

        return $this->raw("$lines\r\n$text\r\n");
    }

    /** @return TestResponse<Response> */
    private function raw(string $bytes): TestResponse
    {
        return $this->call('POST', '/api/v1/mails', server: [
            'CONTENT_TYPE' => 'message/rfc822', 'HTTP_AUTHORIZATION' => 'Bearer plain-probe', 'HTTP_ACCEPT' => 'application/json',
        ], content: $bytes);
    }

    /** @return TestResponse<Response> */
    private function chat(string $message, string $text, string $thread = 't1'): TestResponse
    {
        return $this->postJson('/api/v1/chat', [
            'channel' => 'quay', 'thread' => $thread, 'message' => $message, 'author' => 'Eva', 'text' => $text,
        ], ['Authorization' => 'Bearer plain-probe']);
    }

    private function lastMail(): \stdClass
    {
        return $this->sentMails()->last() ?? self::fail('No mail was sent.');
    }

    /** @return \Illuminate\Support\Collection<int, \stdClass> */
    private function sentMails(): \Illuminate\Support\Collection
    {
        return DB::table('outbox')->where('kind', 'mail')->orderBy('id')->get()
            ->map(static fn(\stdClass $one): \stdClass => (object) json_decode((string) $one->payload));
    }
}
