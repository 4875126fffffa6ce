<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Journal\Entry;
use App\Signals\Alert;
use App\Tickets\Ticket;
use App\Topology\Standing;
use App\Updates\Following\Follow;
use App\Updates\Following\Subscription;
use App\Updates\Questions;
use App\Updates\ReadersLanguage;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Topology\State;
use Tests\TestCase;

/** What reporters are told before they report, how they come back, and what they are asked when it is over. */
final class ReportersTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->withoutMiddleware(\Illuminate\Routing\Middleware\ThrottleRequests::class);
    }

    public function test_who_is_known_picks_from_their_own_devices_and_nobody_names_anothers(): void
    {
        $this->uses('kiosk-havre-1', 'Noor-Lind@eiderholm.example');
        $noor = $this->person('noor-lind');
        $this->get('/report')->assertInertia(fn(Shown $shown) => $shown->where('devices', []));
        $this->actingAs($noor)->get('/report')
            ->assertInertia(fn(Shown $shown) => $shown->count('devices', 1)->where('devices.0.id', 'kiosk-havre-1'));
        $told = ['service' => 'vehicle-lanes', 'what' => 'It is dark', 'device' => 'kiosk-havre-1'];
        $this->post('/report', $told)->assertSessionHasNoErrors();
        self::assertSame('kiosk-havre-1', Ticket::query()->sole()->item_id);
        // Neither who types the address, nor who is somebody else.
        $this->app['auth']->guard()->logout();
        $this->post('/report', [...$told, 'email' => 'noor-lind@eiderholm.example'])->assertSessionHasErrors('device');
        $this->actingAs($this->person('mika-sund'))->post('/report', $told)->assertSessionHasErrors('device');
        // What is out of use is nobody's any more; what somebody answers for is theirs.
        DB::table('retired_items')->insert(
            [
                'item_id' => 'kiosk-havre-1', 'at' => now(), 'person_id' => 'per-strand', 'why' => 'x', 'dependencies' => '[]',
                'groups' => '[]',
            ]
        );
        DB::table('items')->where('id', 'boarding')->update(['business_owner_id' => 'noor-lind']);
        $this->actingAs($noor)->get('/report')
            ->assertInertia(fn(Shown $shown) => $shown->count('devices', 1)->where('devices.0.id', 'boarding'));
    }

    public function test_rules_put_the_only_device_on_a_ticket_and_make_its_item_faulty_while_it_is_open(): void
    {
        $this->uses('kiosk-havre-1', 'bo@ferry.example');
        $told = fn(string $email): ?string => $this->reportedBy($email)->item_id;
        self::assertNull($told('bo@ferry.example'));
        $this->actingAs($this->person('per-strand'))->post('/settings/questions', [
            'service' => 'vehicle-lanes', 'version' => 0, 'questions' => [], 'attach' => true, 'faulty' => true,
        ], ['X-Request-Key' => 'a'])->assertSessionHasNoErrors();
        $this->get('/settings/questions')
            ->assertInertia(fn(Shown $shown) => $shown->where('rules.vehicle-lanes', ['attach' => true, 'faulty' => true]));
        $this->app['auth']->guard()->logout();
        self::assertNull($told('eva@ferry.example'));
        self::assertArrayNotHasKey('kiosk-havre-1', Standing::now()->observed());
        self::assertSame('kiosk-havre-1', $told('Bo@ferry.example'));
        self::assertSame(State::Degraded, Standing::now()->observed()['kiosk-havre-1']);
        Ticket::query()->where('item_id', 'kiosk-havre-1')->update(['state' => 'done']);
        self::assertArrayNotHasKey('kiosk-havre-1', Standing::now()->observed());
        // With two there is no telling which.
        $this->uses('kiosk-havre-2', 'bo@ferry.example');
        self::assertNull($told('bo@ferry.example'));
    }

    private function reportedBy(string $email): Ticket
    {
        $this->withoutMiddleware(\Illuminate\Routing\Middleware\ThrottleRequests::class)
            ->post('/report', ['service' => 'vehicle-lanes', 'what' => 'It is dark', 'email' => $email])->assertSessionHasNoErrors();

        return Ticket::query()->latest('id')->firstOrFail();
    }

    private function uses(string $item, string $email): void
    {
        DB::table('item_values')->insert([
            'item_id' => $item, 'field' => 'used_by', 'origin' => 'hand', 'value' => $email, 'said_by' => 'Per Strand', 'said_at' => now(),
        ]);
    }

    public function test_does_this_affect_me_says_what_outsiders_may_know_and_no_more(): void
    {
        $ask = fn(string $place = ''): array => (array) $this->asked('vessel-positions', $place);
        self::assertSame(['no', 'No problem is known with Ship positions at Havre.'], [$ask('Havre')['answer'], $ask('Havre')['text']]);

        $this->incident();
        $untold = $ask('Havre');
        self::assertSame(['unsure', null], [$untold['answer'], $untold['incident']]);
        self::assertStringNotContainsString('SECRET', (string) json_encode($untold));

        $this->publish();
        $told = $ask();
        self::assertSame('yes', $told['answer']);
        self::assertSame(['', 'Positions are late.'], [$told['text'], $told['said']]);
        self::assertSame('Ask the bridge.', $told['meanwhile']);
        self::assertNotNull($told['next']);
        self::assertNull($this->asked('crew-rosters', ''), 'A service that outsiders do not know.');
        self::assertNull($this->asked('nonsense', 'x'));
    }

    public function test_the_form_answers_in_the_language_in_which_it_is_read(): void
    {
        $post = fn(string $address, array $sent) => $this->withoutMiddleware(\Illuminate\Routing\Middleware\ThrottleRequests::class)
            ->post($address, $sent);
        $post('/report', ['what' => '', 'language' => 'de'])
            ->assertSessionHasErrors(['what' => 'Sagen Sie in ein paar Worten, was geschieht.']);
        $post('/report', ['what' => str_repeat('x', 2001), 'language' => 'no'])
            ->assertSessionHasErrors(['what' => 'Bruk høyst 2000 tegn.']);
        $post('/report', ['what' => '', 'language' => 'xx'])->assertSessionHasErrors(['what' => 'Say in a few words what happens.']);
        $post('/report', ['what' => '', 'language' => ['de']])->assertSessionHasErrors(['what' => 'Say in a few words what happens.']);
        $file = \Illuminate\Http\UploadedFile::fake()->createWithContent('a.bin', "\x00\x01");
        $post('/report', ['what' => 'Zu', 'service' => 'vehicle-lanes', 'language' => 'de', 'files' => [$file]])
            ->assertSessionHasErrors(
                ['files' => 'a.bin ist weder ein Bild noch ein PDF noch ein Text. Senden Sie ein Bild davon, oder den Text.']
            );
        $post('/report/lost', ['email' => 'x', 'language' => 'no'])
            ->assertSessionHasErrors(['email' => 'Dette ser ikke ut som en e-postadresse. Rett den.']);
        self::assertSame('en', app()->getLocale(), 'The next one is answered in theirs.');

        self::assertSame(
            'Bei Ship positions ist keine Störung bekannt, auch nicht an diesem Ort: Havre.',
            $this->asked('vessel-positions', 'Havre', 'de')['text'] ?? null
        );
        $incident = $this->incident();
        self::assertSame(
            'Vi ser på Ship positions. Fortell oss hva som skjer hos deg.', $this->asked('vessel-positions', '', 'no')['text'] ?? null
        );
        $this->publish();
        self::assertSame('Positions are late.', $this->asked('vessel-positions', '', 'no')['said'] ?? null);
        DB::table('update_translations')->insert([
            'update_id' => DB::table('updates')->where('incident_id', $incident->id)->value('id'), 'to' => 'no',
            'text' => 'Posisjonene er sene.', 'at' => now(),
        ]);
        self::assertSame('Posisjonene er sene.', $this->asked('vessel-positions', '', 'no')['said'] ?? null);
        self::assertSame('Positions are late.', $this->asked('vessel-positions', '', 'de')['said'] ?? null);

        // The page of a report is read in the language of the report.
        $post('/report', ['what' => 'Zu', 'service' => 'vehicle-lanes', 'language' => 'de'])->assertSessionHasNoErrors();
        $report = Report::query()->latest('id')->firstOrFail();
        $post("/report/{$report->key()}/say", ['text' => '', 'send_key' => 'k'])
            ->assertSessionHasErrors(['text' => 'Schreiben Sie zuerst ein paar Worte.']);
        $post("/report/{$report->key()}/judge", ['helped' => true])
            ->assertSessionHasErrors(['helped' => 'Das ist noch nicht vorbei. Sagen Sie unten, was immer noch nicht geht.']);
    }

    public function test_each_language_has_all_that_is_said(): void
    {
        $of = static fn(string $language): array => require lang_path("$language/report.php");
        $named = static fn(string $text): array => preg_match_all('/:[a-z]+/', $text, $found) > 0 ? array_unique($found[0]) : [];
        foreach (ReadersLanguage::ALL as $language) {
            self::assertSame(array_keys($of('en')), array_keys($of($language)));
            foreach ($of('en') as $key => $text) {
                self::assertEqualsCanonicalizing($named($text), $named($of($language)[$key]), "$language $key");
                self::assertSame($language === 'en', $of($language)[$key] === $text, "$language $key is translated");
            }
        }
    }

    public function test_whoever_only_wants_to_hear_gets_one_mail_when_it_is_over_and_makes_no_ticket(): void
    {
        $this->nobodyAnswers();
        $incident = $this->incident();
        $hear = fn(string $email) => $this->post('/report/hear', ['email' => $email, 'incident' => $incident->id]);
        $hear('lea@mail.example')->assertSessionHasErrors('email');
        $this->publish();
        $hear('no address')->assertSessionHasErrors('email');
        foreach (['lea@mail.example', 'LEA@mail.example', 'lea@mail.example'] as $email) {
            $hear($email)->assertSessionHasNoErrors();
        }
        self::assertSame(0, Report::query()->count());
        // Nobody is mailed more than a question before they said yes.
        $this->actingAs($this->person('ingrid-vale'));
        $this->get("/incidents/$incident->id/resolve")->assertJsonPath('followers', 0);
        Follow::confirm(Subscription::query()->sole());
        $this->get("/incidents/$incident->id/resolve")->assertJsonPath('followers', 1);
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'Restarted.', 'update' => 'Positions are right again.'])
            ->assertSessionHasNoErrors();
        $this->clock();
        self::assertSame(1, DB::table('outbox')->where('kind', 'notice-mail')->count());
        $hear('late@mail.example')->assertSessionHasErrors('email');
    }

    public function test_questions_of_a_service_are_asked_and_answered(): void
    {
        $questions = [['ask' => 'Which lane is it?', 'example' => 'Lane 3'], ['ask' => 'Which plate?', 'example' => '']];
        $sent = ['service' => 'vehicle-lanes', 'version' => 0, 'questions' => $questions];
        $this->actingAs($this->person('mika-sund'))->post('/settings/questions', $sent)->assertForbidden();
        $this->actingAs($this->person('per-strand'))->post('/settings/questions', $sent, ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        $this->post('/settings/questions', [...$sent, 'questions' => []], ['X-Request-Key' => 'b'])->assertSessionHasErrors('action');
        $this->post('/settings/questions', [...$sent, 'version' => 1, 'questions' => [['ask' => ' ']]], ['X-Request-Key' => 'c'])
            ->assertSessionHasErrors();
        self::assertSame($questions, Questions::all()['vehicle-lanes']);

        auth()->logout();
        $this->get('/report')->assertInertia(fn(Shown $shown) => $shown->where('questions.vehicle-lanes.0.ask', 'Which lane is it?'));
        $report = $this->report(['answered' => ['Lane 3', ' ', 'never asked']]);
        self::assertSame([['ask' => 'Which lane is it?', 'answer' => 'Lane 3']], $report->answered);
        // What is asked later changes nothing in what was answered.
        $this->actingAs($this->person('per-strand'))
            ->post('/settings/questions', [...$sent, 'version' => 1, 'questions' => []], ['X-Request-Key' => 'd']);
        self::assertSame('Which lane is it?', $report->refresh()->answered[0]['ask'] ?? null);
    }

    public function test_a_reporter_who_comes_back_in_the_same_browser_sees_what_is_open(): void
    {
        $answer = $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'All shut', 'email' => null]);
        $cookie = $answer->getCookie('own_reports');
        self::assertNotNull($cookie);
        $seen = fn() => $this->withCookie('own_reports', (string) $cookie->getValue())->get('/report');
        $report = Report::query()->sole();
        $seen()->assertInertia(
            fn(Shown $shown) => $shown->count('mine', 1)->where('mine.0.ref', $report->ref())
                ->where('mine.0.follow', route('report.follow', $report->key()))
        );
        $this->flushHeaders();
        $this->defaultCookies = [];
        $this->get('/report')->assertInertia(fn(Shown $shown) => $shown->count('mine', 0));
        $this->withCookie('own_reports', 'made up '.str_repeat('x', 9000))->get('/report')
            ->assertInertia(fn(Shown $shown) => $shown->count('mine', 0));
        $report->update(['resolved_at' => now()]);
        $seen()->assertInertia(fn(Shown $shown) => $shown->count('mine', 0));
    }

    public function test_the_address_is_mailed_again_to_whoever_left_one_and_nobody_else_learns_anything(): void
    {
        $report = $this->report(['email' => 'Anna@Ferry.example']);
        foreach (['anna@ferry.example', 'anna@ferry.example', 'nobody@ferry.example'] as $email) {
            $this->post('/report/lost', ['email' => $email])->assertSessionHasNoErrors()->assertRedirect();
        }
        $mail = json_decode((string) DB::table('outbox')->where('kind', 'mail')->sole()->payload);
        self::assertSame('anna@ferry.example', $mail->to);
        self::assertStringContainsString(route('report.follow', $report->key()), $mail->text);
        self::assertStringNotContainsString($report->what, $mail->text);

        $this->later(91 * 86400);
        $this->post('/report/lost', ['email' => 'anna@ferry.example']);
        self::assertSame(1, DB::table('outbox')->where('kind', 'mail')->count());
    }

    public function test_once_it_is_over_the_reporter_says_whether_it_helped(): void
    {
        $report = $this->report([]);
        $judge = fn(bool $helped, string $better = '') => $this->post(
            "/report/{$report->key()}/judge", ['helped' => $helped, 'better' => $better]
        );
        $judge(true)->assertSessionHasErrors('helped');
        $report->update(['resolved_at' => now()]);
        $this->post("/report/{$report->key()}/judge", [])->assertSessionHasErrors('helped');
        $judge(false, 'Tell us sooner.')->assertSessionHasNoErrors();
        $judge(false, 'Tell us sooner.');

        self::assertSame([false, 'Tell us sooner.'], [$report->refresh()->helped, $report->better]);
        $entry = Entry::query()->where('kind', 'report.judged')->sole();
        self::assertSame(['no', 'Tell us sooner.'], [$entry->facts['helped'], $entry->told()['text']]);
        $this->post('/report/'.str_repeat('x', 64).'/judge', ['helped' => true])->assertNotFound();
    }

    /** @return array<string, mixed>|null */
    private function asked(string $service, string $place, string $language = 'en'): ?array
    {
        $said = null;
        auth()->logout();
        $this->get(
            '/report?'.http_build_query(['service' => $service, 'site' => $place, 'language' => $language])
        )->assertInertia(function (Shown $shown) use (&$said): void {
            $said = data_get($shown->toArray(), 'props.affected');
        });

        return is_array($said) ? $said : null;
    }

    private function incident(): Incident
    {
        $this->signal([self::firing('feed-gateway', 'error')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'SECRET: gateway of supplier X hangs',
            'service' => 'vessel-positions', 'impact' => 'part', 'urgency' => 'soon', 'team' => null,
        ])->assertSessionHasNoErrors();
        auth()->logout();

        return Incident::query()->latest('id')->firstOrFail();
    }

    private function publish(): void
    {
        $incident = Incident::query()->latest('id')->firstOrFail();
        $this->actingAs($this->person('ingrid-vale'))->post("/incidents/$incident->id/updates", [
            'text' => 'Positions are late.', 'meanwhile' => 'Ask the bridge.', 'stage' => 'looking', 'next_minutes' => 30,
            'services' => [['name' => 'Ship positions', 'state' => 'degraded']], 'number' => 1,
        ])->assertSessionHasNoErrors();
        auth()->logout();
    }

    /** @param  array<string, mixed>  $more */
    private function report(array $more): Report
    {
        auth()->logout();
        $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'All shut at Ask', ...$more])->assertSessionHasNoErrors();

        return Report::query()->latest('id')->firstOrFail();
    }
}
