<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Platform\Outbox\OutboxMessage;
use App\Tickets\Languages\TranslateUpdates;
use App\Tickets\Languages\Translation;
use App\Tickets\Languages\TranslationMessages;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;
use App\Tickets\TicketPost;
use App\Updates\Update;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** Each side reads and writes its own language; the original stays beside what was translated. */
final class LanguagesTest extends TestCase
{
    use AtTheDesk;

    protected function setUp(): void
    {
        parent::setUp();
        config()->set('skarvo.gateways.translator', 'http://translator.test/translate');
    }

    public function test_a_ticket_in_two_languages(): void
    {
        $ticket = $this->reported('Kassen avviser alle kort', 'anna@ferry.example', ['service' => null]);
        self::assertSame(
            ['text' => 'Kassen avviser alle kort', 'from' => null, 'to' => 'en'],
            array_intersect_key($this->asked()->payload, ['text' => 1, 'from' => 1, 'to' => 1])
        );
        $this->answers('The till refuses every card', 'no');

        self::assertSame(['no', 'payment', 'The till refuses every card'], [
            $ticket->reported()->refresh()->language, $ticket->reported()->service_id, $ticket->refresh()->words(),
        ]);
        $this->desk();
        $this->get("/tickets/$ticket->id")->assertInertia(fn(Shown $shown) => $shown->where('ticket.what', 'The till refuses every card')
            ->where(
                'ticket.original', 'Kassen avviser alle kort'
            )->where('ticket.translated.from', 'no')->where('ticket.translated.corrected', false));
        $this->post("/tickets/$ticket->id/answer", ['text' => 'Which till?', 'internal' => false], ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        // Nothing goes out before it can be read.
        self::assertSame(0, DB::table('outbox')->where('kind', 'mail')->count());
        self::assertSame(['en', 'no'], [$this->asked()->payload['from'], $this->asked()->payload['to']]);
        $this->answers('Hvilken kasse?', 'en');
        $mail = json_decode((string) DB::table('outbox')->where('kind', 'mail')->sole()->payload);
        self::assertStringContainsString('Hvilken kasse?', $mail->text);
        self::assertStringContainsString('Which till?', $mail->text);
        self::assertSame("Om meldingen din {$ticket->ref()}", $mail->subject);
        self::assertStringStartsWith('Hei', $mail->text);
        self::assertStringContainsString('Svar her: http', $mail->text);
        $this->guest()->get("/report/{$ticket->reported()->key()}")->assertInertia(fn(Shown $shown) => $shown
            ->where('language', 'no')->where('talk.0.text', 'Hvilken kasse?')->where('talk.0.original', 'Which till?'));

        $this->guest()->withoutMiddleware(\Illuminate\Routing\Middleware\ThrottleRequests::class)
            ->post("/report/{$ticket->reported()->key()}/say", ['text' => 'Kasse fire', 'send_key' => 'k'])->assertRedirect();
        $this->answers('Till four', 'no');
        $this->desk();
        $this->get("/tickets/$ticket->id")->assertInertia(
            fn(Shown $shown) => $shown->where('ticket.posts.1.text', 'Kasse fire')->where('ticket.posts.1.translated.text', 'Till four')
        );
        $this->guest()->get("/report/{$ticket->reported()->key()}")
            ->assertInertia(fn(Shown $shown) => $shown->where('talk.1.text', 'Kasse fire')->where('talk.1.original', null));
    }

    public function test_who_read_the_form_in_another_language_is_answered_in_it_whichever_they_write(): void
    {
        $ticket = $this->reported('The till refuses every card', null, ['language' => 'no']);
        // In which language the words are is for the translator to see.
        self::assertNull($this->asked()->payload['from']);
        $this->answers('The till refuses every card', 'en');
        self::assertSame(['no', 0], [$ticket->reported()->refresh()->language, Translation::query()->count()]);
        $this->desk();
        $this->post("/tickets/$ticket->id/answer", ['text' => 'Which till?', 'internal' => false], ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        self::assertSame(['en', 'no'], [$this->asked()->payload['from'], $this->asked()->payload['to']]);
        // Our own is no news; one that we do not have is refused.
        self::assertNull($this->reported('Shut', null, ['language' => 'en'])->reported()->language);
        $this->guest()->post('/report', ['what' => 'Shut', 'language' => 'tlh'])->assertSessionHasErrors('language');
    }

    public function test_an_update_reaches_each_reporter_in_their_language_once(): void
    {
        $norwegian = $this->reported('Kassen avviser alle kort', null);
        $norwegian->reported()->update(['language' => 'no']);
        $english = $this->reported('The till refuses every card', null);
        $english->reported()->update(['language' => 'en']);
        $incident = Incident::factory()->create(['service_id' => 'payment']);
        $this->desk();
        $this->post('/tickets/link', ['tickets' => [$norwegian->id, $english->id], 'incident' => $incident->id], ['X-Request-Key' => 'l'])
            ->assertSessionHasNoErrors();
        self::assertSame(0, (new TranslateUpdates)(static fn(): bool => true), 'Nothing was published.');
        Update::query()->create([
            'incident_id' => $incident->id, 'number' => 1, 'stage' => 'fixing', 'text' => 'We are on it.',
            'meanwhile' => 'Pay at the ramp.',
            'services' => [], 'published_at' => now(), 'author_id' => 'ingrid-vale',
        ]);
        self::assertSame(0, (new TranslateUpdates)(static fn(): bool => false), 'A clock that was taken over asks for nothing.');
        self::assertSame(1, (new TranslateUpdates)(static fn(): bool => true));
        self::assertSame(0, (new TranslateUpdates)(static fn(): bool => true), 'It is asked for once.');
        self::assertSame(
            ["We are on it.\nPay at the ramp.", 'en', 'no'],
            [$this->asked()->payload['text'], $this->asked()->payload['from'], $this->asked()->payload['to']]
        );
        $follow = fn(Ticket $ticket) => $this->guest()->get("/report/{$ticket->reported()->key()}");
        $follow($norwegian)->assertInertia(static fn(Shown $shown) => $shown->where('toldInWords', []));
        $this->answers('Vi er på saken.', 'en');
        $this->answers('Something else.', 'en');
        $follow($norwegian)->assertInertia(
            static fn(Shown $shown) => $shown->where('toldInWords.1', ['text' => 'Vi er på saken.', 'isMachine' => true])
                ->where('updates.0.text', 'We are on it.')
        );
        $follow($english)->assertInertia(static fn(Shown $shown) => $shown->where('toldInWords', []));
    }

    public function test_an_internal_note_is_never_sent_to_a_translator(): void
    {
        $ticket = $this->reported('Kassen avviser alle kort', null);
        $this->answers('The till refuses every card', 'no');
        $this->desk();
        $this->post("/tickets/$ticket->id/answer", ['text' => 'SECRET', 'internal' => true])->assertSessionHasNoErrors();

        self::assertStringNotContainsString('SECRET', implode(' ', DB::table('outbox')->pluck('payload')->all()));
    }

    public function test_whatever_a_message_names_an_internal_note_does_not_leave(): void
    {
        $ticket = $this->reported('Kassen avviser alle kort', 'anna@ferry.example');
        $this->answers('The till refuses every card', 'no');
        $this->desk();
        $this->post("/tickets/$ticket->id/answer", ['text' => 'SECRET', 'internal' => true])->assertSessionHasNoErrors();
        $message = $this->asked();
        $message->update(
            ['payload' => [...$message->payload, 'post' => TicketPost::query()->sole()->id, 'then' => ['key' => 'x', 'subject' => 'x']]]
        );
        app(TranslationMessages::class)->failed($message->refresh(), 'nobody there');

        self::assertSame(0, DB::table('outbox')->where('kind', 'mail')->count());
    }

    public function test_where_the_translator_fails_the_reporter_is_answered_all_the_same(): void
    {
        $ticket = $this->reported('Kassen avviser alle kort', 'anna@ferry.example');
        $this->answers('The till refuses every card', 'no');
        $this->desk();
        $this->post("/tickets/$ticket->id/answer", ['text' => 'Which till?', 'internal' => false])->assertSessionHasNoErrors();
        app(TranslationMessages::class)->failed($this->asked(), 'nobody there');

        $mail = json_decode((string) DB::table('outbox')->where('kind', 'mail')->sole()->payload);
        self::assertStringContainsString('Which till?', $mail->text);
        self::assertSame('nobody there', Entry::query()->where('kind', 'ticket.not_translated')->sole()->facts['error']);
        $this->guest()->get("/report/{$ticket->reported()->key()}")
            ->assertInertia(fn(Shown $shown) => $shown->where('talk.0.text', 'Which till?'));
    }

    public function test_a_translator_that_answers_twice_or_nonsense_changes_nothing_that_was_corrected(): void
    {
        $ticket = $this->reported('Kassen avviser alle kort', null);
        $message = $this->asked();
        $this->answers('The till refuse', 'no');
        $this->desk();
        $correct = fn(array $sent, string $key) => $this->post(
            "/tickets/$ticket->id/translation", ['post' => 0, 'to' => 'en', ...$sent], ['X-Request-Key' => $key]
        );
        $correct(['text' => 'The till refuses cards'], 'a')->assertSessionHasNoErrors();
        $correct(['text' => ' '], 'b')->assertSessionHasErrors('text');
        $correct(['text' => 'x', 'post' => 999], 'c')->assertSessionHasErrors('text');
        $correct(['text' => 'x', 'to' => 'xx'], 'd')->assertSessionHasErrors('to');
        app(TranslationMessages::class)->sent([[$message, ['text' => 'Something else', 'from' => 'no']]]);
        self::assertSame(
            ['The till refuses cards', 'mika-sund'], [Translation::query()->sole()->text, Translation::query()->sole()->person_id]
        );
        foreach ([[], ['text' => ['x']], ['text' => '', 'from' => 'no']] as $nonsense) {
            app(TranslationMessages::class)->sent([[$message, $nonsense]]);
        }
        self::assertSame(1, Translation::query()->count());
        self::assertSame([["ticket:$ticket->id"], [], ["ticket:$ticket->id"]], array_map(self::entriesOf(...), [
            TicketEntry::Translated, TicketEntry::NotTranslated, TicketEntry::TranslationCorrected,
        ]));
    }

    public function test_what_is_in_our_own_language_is_not_translated_and_without_a_translator_nothing_is(): void
    {
        $ticket = $this->reported('The till refuses every card', 'anna@ferry.example');
        $this->answers('The till refuses every card', 'en');
        self::assertSame(['en', 0], [$ticket->reported()->refresh()->language, Translation::query()->count()]);
        $this->desk();
        $this->post("/tickets/$ticket->id/answer", ['text' => 'Which till?', 'internal' => false])->assertSessionHasNoErrors();
        self::assertSame(1, DB::table('outbox')->where('kind', 'mail')->count());

        config()->set('skarvo.gateways.translator', '');
        $this->reported('Kassen avviser alle kort', null);
        self::assertSame(1, OutboxMessage::query()->where('kind', 'translation')->count());
    }

    public function test_translations_are_erased_with_the_reporter(): void
    {
        $ticket = $this->reported('Kassen avviser alle kort', null);
        $this->answers('The till refuses every card', 'no');
        OutboxMessage::query()->update(['sent_at' => now()]);
        $this->desk();
        $this->post('/tickets/close', ['tickets' => [$ticket->id]])->assertSessionHasNoErrors();
        DB::transaction(static fn() => (new \App\Tickets\ForgetReporter)($ticket, \App\Platform\Journal\Actor::system(), 'x'));

        self::assertNull(Translation::query()->sole()->text);
        self::assertStringNotContainsString(
            'Kassen', (string) json_encode([DB::table('outbox')->get(), TicketPost::query()->get(), Ticket::query()->with('report')->get()])
        );
    }

    private function asked(): OutboxMessage
    {
        return OutboxMessage::query()->where('kind', 'translation')->latest('id')->firstOrFail();
    }

    private function answers(string $text, string $from): void
    {
        app(TranslationMessages::class)->sent([[$this->asked(), ['text' => $text, 'from' => $from]]]);
    }
}
