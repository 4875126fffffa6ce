<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Platform\Setting;
use App\Signals\Alert;
use App\Tickets\Languages\TranslateUpdates;
use App\Updates\Following\Subscription;
use App\Updates\Following\TellFollowers;
use App\Updates\Update;
use App\Updates\Versions\UpdateVersion;
use Illuminate\Http\Client\Request as Sent;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\ViewErrorBag;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\TestWith;
use Skarvo\Updates\Following\Channel;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** One set of facts, and what each reader reads of them, in their own words and language. */
final class VersionsTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        foreach (['mail', 'text', 'chat'] as $name) {
            config()->set("skarvo.gateways.$name", "http://devices.test/{$name}s");
        }
        Http::fake(['*' => Http::response(['ok' => true])]);
        $this->nobodyAnswers();
        Setting::query()->create(['id' => 'glossary', 'version' => 1, 'value' => [
            'Vehicle lanes' => ['no' => 'Kjørefelt', 'de' => 'Fahrspuren'], 'A relay is stuck' => ['no' => 'Et relé henger'],
        ]]);
        $this->signal([self::firing('lane-control-ask', 'critical')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->pluck('id')->all(), 'title' => 'Lanes at Ask', 'service' => 'vehicle-lanes', 'impact' => 'part',
            'urgency' => 'soon',
        ], ['X-Request-Key' => 'declare'])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->latest('id')->firstOrFail();
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed> what is found, and drafted
     */
    private function check(array $more = []): array
    {
        /** @var array<string, mixed> */
        return $this->postJson("/incidents/{$this->incident->id}/updates/check", [
            'stage' => 'fixing', 'text' => '', 'next_minutes' => 30, 'drafts' => true, ...$more,
        ])->assertOk()->json();
    }

    /** @param  array<string, mixed>  $more */
    private function draft(string $version, string $language = 'en', array $more = []): string
    {
        /** @var list<array{version: string, language: string, text: string}> $drafts */
        $drafts = $this->check($more)['drafts']['versions'];

        return array_column(
            array_filter($drafts, static fn(array $one): bool => $one['version'] === $version && $one['language'] === $language), 'text'
        )[0];
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function publish(string $text, array $more = []): TestResponse
    {
        $number = (int) Update::query()->where('incident_id', $this->incident->id)->max('number') + 1;

        return $this->post("/incidents/{$this->incident->id}/updates", [
            'number' => $number, 'stage' => 'fixing', 'text' => $text, 'meanwhile' => null, 'next_minutes' => 30, ...$more,
        ], ['X-Request-Key' => uniqid()]);
    }

    /** @return list<string> kept, as "version language" */
    private function kept(): array
    {
        $update = Update::query()->latest('id')->firstOrFail();

        return array_values(
            $update->versions->map(static fn(UpdateVersion $one): string => "{$one->version->value} {$one->language->value}")->sort()->all()
        );
    }

    /** @return array<string, string> texts of mails by whom they went to */
    private function mails(): array
    {
        for ($i = 0; $i < 3; $i++) {
            app(TellFollowers::class)(static fn(): bool => true);
            $this->deliver();
        }

        return Http::recorded(static fn(Sent $one): bool => $one->url() === 'http://devices.test/mails')
            ->mapWithKeys(static fn(array $one): array => [(string) $one[0]['to'] => "{$one[0]['subject']}\n{$one[0]['text']}"])->all();
    }

    public function test_each_version_is_put_together_from_the_same_facts(): void
    {
        $said = ['cause' => 'A relay is stuck.', 'counter' => 'Open by hand', 'meanwhile' => 'Stay in your lane'];

        self::assertStringStartsWith('Vehicle lanes: only partly working since', $this->draft('public', 'en', $said));
        self::assertStringEndsWith('We are fixing it. The cause: A relay is stuck.', $this->draft('public', 'en', $said));
        self::assertStringContainsString(
            'At the counter: Open by hand. What passengers are told to do: Stay in your lane. Next update by',
            $this->draft('staff', 'en', $said)
        );
        self::assertStringStartsWith(
            "{$this->incident->ref()}: Lanes at Ask. Vehicle lanes: only partly working", $this->draft('technical', 'en', $said)
        );
        self::assertStringContainsString('What lies beneath all of it, by the trace:', $this->draft('technical', 'en', $said));
        self::assertStringContainsString(
            'Nobody has reported it yet. We are fixing it. The cause: A relay is stuck. We cannot say yet',
            $this->draft('card', 'en', $said)
        );
        self::assertStringStartsWith('Kjørefelt: bare delvis i drift siden', $this->draft('public', 'no', $said));
        self::assertStringStartsWith(
            'It was said by hand. At the counter: Open by hand.',
            $this->draft('staff', 'en', [...$said, 'text' => 'It was said by hand.', 'is_written' => true])
        );
    }

    public function test_an_update_whose_versions_nobody_wrote_goes_out_with_those_that_are_whole(): void
    {
        $this->publish($this->draft('public'))->assertSessionHasNoErrors();
        self::assertSame(
            ['card en', 'public ar', 'public de', 'public no', 'staff ar', 'staff de', 'staff en', 'staff no', 'technical en'],
            $this->kept()
        );

        $cause = ['cause' => 'A relay is stuck'];
        $this->publish($this->draft('public', 'en', $cause), $cause)->assertSessionHasNoErrors();
        self::assertSame(
            ['card en', 'public no', 'staff en', 'staff no', 'technical en'], $this->kept(),
            'What the glossary does not know is left to the translator.'
        );

        $this->publish('Vehicle lanes: only partly working at Ask. Bring a book.', $cause)->assertSessionHasNoErrors();
        self::assertSame(['card en', 'staff en', 'technical en'], $this->kept(), 'What a person wrote says more than the facts do.');
        self::assertStringStartsWith(
            'Vehicle lanes: only partly working at Ask. Bring a book.',
            UpdateVersion::query()->latest('id')->where('version', 'staff')->firstOrFail()->text
        );
    }

    public function test_a_version_that_disagrees_goes_out_only_with_a_reason(): void
    {
        $wrong = [
            'versions' => [
                [
                    'version' => 'staff', 'language' => 'no', 'text' => 'Kjørefelt er nede ved Ask og Havre. Ferdig innen 23:58.',
                    'isRead' => true,
                ],
            ],
        ];
        $text = $this->draft('public');
        $found = $this->check(['text' => $text, ...$wrong])['versions'];
        self::assertSame([['staff', 'no']], array_map(static fn(array $one): array => [$one['version'], $one['language']], $found));
        self::assertSame(['state', 'place', 'time'], array_column($found[0]['slips'], 'kind'));
        $this->publish($text, $wrong)->assertSessionHasErrors('despite');
        self::assertSame(0, Update::query()->where('incident_id', $this->incident->id)->count());
        $this->publish($text, [...$wrong, 'despite' => 'They know why'])->assertSessionHasNoErrors();
        self::assertSame(['staff no'], $this->kept(), 'What is sent is what was sent, and nothing put together besides.');
        self::assertSame('ingrid-vale', UpdateVersion::query()->sole()->read_by_id);
    }

    public function test_names_from_inside_stay_inside_and_what_people_do_says_nothing_of_how_it_stands(): void
    {
        $text = $this->draft('public');
        $of = fn(string $version, string $words, array $more = []): array => array_map(
            static fn(array $one): array => array_column($one['slips'], 'kind'),
            $this->check(
                ['text' => $text, 'versions' => [['version' => $version, 'language' => 'en', 'text' => $words]], ...$more]
            )['versions'],
        );

        self::assertSame([], $of('technical', 'Noor Lind looks at Lane control Ask.'));
        self::assertSame([['inside']], $of('public', 'Noor Lind looks at it.'));
        self::assertSame(
            [],
            $of(
                'staff', 'Boarding on foot is down at 11:11, so send them to Havre.',
                ['counter' => 'Boarding on foot is down at 11:11, so send them to Havre.']
            )
        );
        self::assertSame([['state', 'time']], $of('staff', 'Boarding on foot is down at 11:11.', ['counter' => 'Nothing']));
    }

    public function test_what_is_wrong_in_everybodys_text_is_found_once_though_staff_read_it_too(): void
    {
        $text = 'Vehicle lanes are not working.';
        $found = $this->check(
            ['text' => $text, 'versions' => [['version' => 'staff', 'language' => 'en', 'text' => "$text Next update soon."]]]
        );
        self::assertCount(1, $found['text']);
        self::assertSame([], $found['versions']);
    }

    public function test_what_was_only_thought_is_not_held_against_engineers(): void
    {
        $this->post(
            "/incidents/{$this->incident->id}/hypotheses", ['text' => 'Payment is down since 03:33', 'check' => 'look'],
            ['X-Request-Key' => 'h']
        )->assertSessionHasNoErrors();
        $of = fn(string $words): array => $this->check(
            ['versions' => [['version' => 'technical', 'language' => 'en', 'text' => $words]]]
        )['versions'];
        self::assertSame([], $of('Ruled out: Payment is down since 03:33.'));
        self::assertCount(1, $of('Payment is down.'));
    }

    public function test_where_it_is_felt_is_known_though_the_text_does_not_say_it(): void
    {
        $this->publish('We look into it.')->assertSessionHasNoErrors();
        self::assertSame(['Ask'], Update::query()->latest('id')->firstOrFail()->places);
    }

    public function test_a_reporter_reads_what_was_put_together_rather_than_what_a_translator_made_of_it(): void
    {
        $this->publish($this->draft('public'))->assertSessionHasNoErrors();
        $update = Update::query()->latest('id')->firstOrFail();
        DB::table('update_translations')->insert(['update_id' => $update->id, 'to' => 'no', 'at' => now(), 'text' => 'Noe annet']);
        $said = TranslateUpdates::of($this->incident->id, 'no')[1];
        self::assertStringStartsWith('Kjørefelt: bare delvis i drift', $said['text']);
        self::assertTrue($said['isMachine']);
        UpdateVersion::query()->where('update_id', $update->id)->update(['read_by_id' => 'ingrid-vale']);
        self::assertFalse(TranslateUpdates::of($this->incident->id, 'no')[1]['isMachine']);
    }

    public function test_what_somebody_says_against_the_record_takes_a_reason_and_is_what_goes_out(): void
    {
        $said = [
            'services' => [['name' => 'Vehicle lanes', 'state' => 'down'], ['name' => 'Payment', 'state' => 'degraded']],
            'places' => ['Ask', 'Havre'],
        ];
        $check = $this->check($said);
        self::assertSame([
            'By the facts Vehicle lanes is not working, but as the record stands it is only partly working.',
            'By the facts Payment is only partly working, but as the record stands it is working.',
            'As the record stands it is not felt at Havre.',
        ], array_column($check['facts'], 'words'));
        $text = $this->draft('public', 'en', $said);
        self::assertSame([], $this->check(['text' => $text, ...$said])['text'], 'It agrees with what is said.');
        $this->publish($text, $said)->assertSessionHasErrors('despite');
        $this->publish($text, [...$said, 'despite' => 'Seen at the quay'])->assertSessionHasNoErrors();
        $update = Update::query()->latest('id')->firstOrFail();
        self::assertSame([['name' => 'Vehicle lanes', 'state' => 'down'], ['name' => 'Payment', 'state' => 'degraded']], $update->services);
        self::assertSame(['Ask', 'Havre'], $update->places);
    }

    /** @param  array<string, mixed>  $more */
    #[TestWith([['services' => [['name' => 'No such', 'state' => 'down']]], 'services.0.name'])]
    #[TestWith([['services' => [['name' => 'Payment', 'state' => 'up']]], 'services.0.state'])]
    #[TestWith([['services' => [['name' => 'Payment', 'state' => 'down'], ['name' => 'Payment', 'state' => 'down']]], 'services.0.name'])]
    #[TestWith([['places' => ['Atlantis']], 'places.0'])]
    #[TestWith([['versions' => [['version' => 'king', 'language' => 'en', 'text' => 'x']]], 'versions.0.version'])]
    #[TestWith([['versions' => [['version' => 'staff', 'language' => 'xx', 'text' => 'x']]], 'versions.0.language'])]
    #[TestWith([['versions' => [['version' => 'staff', 'language' => 'en', 'text' => '']]], 'versions.0.text'])]
    #[TestWith([['versions' => 'all'], 'versions'])]
    #[TestWith([['cause' => ['a']], 'cause'])]
    public function test_what_is_no_fact_is_refused(array $more, string $at): void
    {
        $this->publish('We look into it.', $more)->assertSessionHasErrors($at);
        $this->publish("a\xFF", [])->assertStatus(302);
        self::assertSame(0, Update::query()->where('incident_id', $this->incident->id)->where('text', 'We look into it.')->count());
    }

    public function test_each_reads_it_in_their_own_words_and_language(): void
    {
        Subscription::factory()->at(Channel::Mail, 'no@ferry.example')->create(['language' => 'no']);
        Subscription::factory()->at(Channel::Mail, 'out@ferry.example')->create(['reads' => 'technical']);
        foreach (['staff', 'technical', 'card'] as $reads) {
            Subscription::factory()->at(Channel::Mail, "$reads@eiderholm.example")->create(['reads' => $reads, 'person_id' => 'noor-lind']);
        }
        $this->person('ada-holm')->update(['left_at' => now()]);
        Subscription::factory()->at(Channel::Mail, 'left@eiderholm.example')->create(['reads' => 'technical', 'person_id' => 'ada-holm']);
        $this->publish($this->draft('public'), ['counter' => 'Open by hand'])->assertSessionHasNoErrors();
        $mails = $this->mails();

        self::assertStringStartsWith("Kjørefelt: virker bare delvis\nKjørefelt: bare delvis i drift siden", $mails['no@ferry.example']);
        self::assertStringContainsString(
            "Oversatt av en maskin. Slik det ble skrevet:\n\"Vehicle lanes: only partly working", $mails['no@ferry.example']
        );
        self::assertStringContainsString('At the counter: Open by hand.', $mails['staff@eiderholm.example']);
        self::assertStringContainsString("{$this->incident->ref()}: Lanes at Ask.", $mails['technical@eiderholm.example']);
        self::assertStringContainsString(route('room', $this->incident->id), $mails['technical@eiderholm.example']);
        self::assertStringContainsString("Priority {$this->incident->priority}. Vehicle lanes", $mails['card@eiderholm.example']);
        foreach (['out@ferry.example', 'left@eiderholm.example'] as $outsider) {
            self::assertStringNotContainsString('IN-', $mails[$outsider], $outsider);
            self::assertStringNotContainsString('/incidents/', $mails[$outsider]);
        }
        $public = implode('', array_map(
            fn(string $file): string => (string) $this->get("/status/$file")->assertOk()->getContent(),
            [
                'index.html', 'index.json', 'feed.atom', "incident-{$this->incident->id}.html", "incident-{$this->incident->id}.json",
                'screen.html',
            ],
        ));
        self::assertStringNotContainsString('Open by hand', $public);
        self::assertStringNotContainsString('Lanes at Ask.', $public);
    }

    public function test_since_when_is_corrected_with_the_update(): void
    {
        $said = ['since' => '2026-03-03T08:35:00+01:00'];
        self::assertStringContainsString('since 08:35 CET', $this->draft('public', 'en', $said));
        self::assertStringContainsString('siden 08:35 CET', $this->draft('public', 'no', $said));
        self::assertNotSame('07:35', $this->incident->refresh()->started_at->format('H:i'), 'Reading what it would say sets nothing.');
        $this->publish($this->draft('public', 'en', $said), $said)->assertSessionHasNoErrors();
        self::assertSame('07:35', $this->incident->refresh()->started_at->format('H:i'));

        $before = Update::query()->count();
        $this->publish('Vehicle lanes at Ask: only partly working.', ['since' => '2026-03-03T08:05:00Z'])->assertSessionHasErrors('since');
        self::assertSame([$before, '07:35'], [Update::query()->count(), $this->incident->refresh()->started_at->format('H:i')]);
    }

    public function test_by_when_it_works_again_is_said_with_the_update_and_set_for_the_incident(): void
    {
        // Half past ten on the clocks of whoever writes.
        $said = ['estimate' => '2026-03-03T10:30:00+01:00', 'estimates' => 0];
        self::assertStringContainsString('We expect it to work again by 10:30 CET.', $this->draft('public', 'en', $said));
        self::assertStringContainsString('innen 10:30 CET', $this->draft('public', 'no', $said));
        self::assertNull($this->incident->refresh()->estimate_at, 'Reading what it would say sets nothing.');

        $this->publish($this->draft('public', 'en', $said), $said)->assertSessionHasNoErrors();
        self::assertSame('09:30', $this->incident->refresh()->estimate_at?->format('H:i'));
        self::assertSame(['ingrid-vale', 1], [$this->incident->estimate_by_id, $this->incident->estimates]);
        self::assertSame('09:30', Update::query()->latest('id')->value('estimate_at')->format('H:i'));
        self::assertSame(1, Entry::query()->where('kind', 'incident.estimated')->count());

        // Said again as it is, it is no other estimate, and nobody has to have seen that it was said.
        $this->publish('Vehicle lanes at Ask: still only partly working.', [...$said, 'despite' => 'x'])->assertSessionHasNoErrors();
        self::assertSame(1, $this->incident->refresh()->estimates);
    }

    /**
     * @param  array<string, mixed>  $said
     */
    #[TestWith([['estimate' => '2026-03-03T11:30:00Z', 'estimates' => 0], 'action', 'Somebody said meanwhile that it is back by'])]
    #[TestWith([['estimate' => '2026-03-03T07:59:00Z', 'estimates' => 1], 'at', 'This time is past.'])]
    #[TestWith([['estimate' => '2026-03-03T11:30:00Z'], 'estimates', 'required'])]
    #[TestWith([['estimate' => 'tomorrow', 'estimates' => 1], 'estimate', 'Use a day and a time'])]
    #[TestWith([['estimate' => ['x'], 'estimates' => 1], 'estimate', 'Use a day and a time'])]
    public function test_an_estimate_that_does_not_hold_sends_nothing(array $said, string $field, string $words): void
    {
        $this->incident->update(['estimate_at' => now()->addHours(2), 'estimate_by_id' => 'mika-sund', 'estimates' => 1]);
        $before = Update::query()->count();
        $this->publish('Vehicle lanes at Ask: not working.', $said)->assertSessionHasErrors($field);
        $errors = session('errors');
        self::assertInstanceOf(ViewErrorBag::class, $errors);
        self::assertStringContainsString($words, $errors->first($field));
        self::assertSame($before, Update::query()->count());
        self::assertSame('10:00', $this->incident->refresh()->estimate_at?->format('H:i'));
    }

    public function test_what_a_person_has_read_goes_out_without_the_mark_and_no_translator_is_asked(): void
    {
        config()->set('skarvo.gateways.translator', 'http://translator.test/translate');
        Subscription::factory()->at(Channel::Mail, 'no@ferry.example')->create(['language' => 'no']);
        Subscription::factory()->at(Channel::Mail, 'de@ferry.example')->create(['language' => 'de']);
        $this->publish($this->draft('public'), ['versions' => [
            ['version' => 'public', 'language' => 'no', 'text' => $this->draft('public', 'no'), 'meanwhile' => 'Vent', 'isRead' => true],
            ['version' => 'public', 'language' => 'en', 'text' => 'Not this one.'],
        ]])->assertSessionHasNoErrors();
        self::assertSame(['public no'], $this->kept(), 'Its text stands in the update itself.');
        app(TranslateUpdates::class)(static fn(): bool => true);
        self::assertSame(
            ['de'], DB::table('update_translations')->where('update_id', Update::query()->latest('id')->value('id'))->pluck('to')->all()
        );
        $mail = $this->mails()['no@ferry.example'];
        self::assertStringNotContainsString('maskin', $mail);
        self::assertStringContainsString('Vent', $mail);
        self::assertStringContainsString("/incident-{$this->incident->id}.no.html", $mail);

        $page = (string) $this->get("/status/incident-{$this->incident->id}.no.html")->assertOk()->getContent();
        self::assertStringContainsString($this->draft('public', 'no'), html_entity_decode($page));
        self::assertStringNotContainsString('Satt sammen av en maskin', $page);
        $this->get("/status/incident-{$this->incident->id}.json")
            ->assertJsonPath('updates.0.languages.no', ['text' => $this->draft('public', 'no'), 'meanwhile' => 'Vent', 'isRead' => true]);
    }

    public function test_its_end_is_told_in_each_language(): void
    {
        $this->publish($this->draft('public'))->assertSessionHasNoErrors();
        Subscription::factory()->at(Channel::Mail, 'no@ferry.example')->create(['language' => 'no']);
        Alert::query()->update(['closed_at' => now()]);
        $this->post("/incidents/{$this->incident->id}/resolve", [
            'resolution' => 'x', 'update' => 'Vehicle lanes: working normally again.', 'unconfirmed' => 'x',
        ], ['X-Request-Key' => 'end'])->assertSessionHasNoErrors();
        self::assertNotNull($this->incident->refresh()->resolved_at);
        self::assertContains('public no', $this->kept());
        self::assertStringContainsString('Kjørefelt: virker som normalt igjen.', $this->mails()['no@ferry.example']);
    }

    public function test_what_people_and_staff_do_holds_on_when_it_becomes_a_major_incident(): void
    {
        $this->publish(
            $this->draft('public'), ['counter' => 'Open by hand', 'meanwhile' => 'Stay in your lane', 'cause' => 'A relay is stuck']
        )->assertSessionHasNoErrors();
        $this->post("/incidents/{$this->incident->id}/major", [
            'version' => $this->incident->refresh()->version, 'title' => 'Lanes', 'service' => 'vehicle-lanes', 'impact' => 'part',
            'urgency' => 'soon',
            'confirmed' => 'x', 'update' => 'Vehicle lanes: only partly working.', 'call' => false,
        ], ['X-Request-Key' => 'major'])->assertSessionHasNoErrors();
        $update = Update::query()->latest('id')->firstOrFail();
        self::assertSame(['Open by hand', 'Stay in your lane', 'A relay is stuck'], [$update->counter, $update->meanwhile, $update->cause]);
        self::assertStringContainsString(
            'At the counter: Open by hand.',
            UpdateVersion::query()->where('update_id', $update->id)->where('version', 'staff')->firstOrFail()->text
        );
    }

    public function test_a_person_chooses_in_whose_words_they_follow(): void
    {
        $follow = "/incidents/{$this->incident->id}/follow";
        $this->postJson($follow, ['follow' => true])->assertJson(['follows' => true, 'reads' => 'staff']);
        $this->postJson($follow, ['follow' => true, 'reads' => 'technical'])->assertJson(['reads' => 'technical']);
        $this->postJson($follow, ['follow' => true])->assertJson(['reads' => 'technical']);
        $this->postJson($follow, ['follow' => true, 'reads' => 'all'])->assertUnprocessable();
    }

    public function test_an_administrator_says_in_whose_words_a_chat_is_told_and_a_partner_reads_what_everybody_reads(): void
    {
        $this->actingAs($this->person('per-strand'));
        $this->post('/settings/followers', ['channel' => 'chat', 'address' => '#lanes', 'reads' => 'technical'], ['X-Request-Key' => 'a'])
            ->assertSessionHasNoErrors();
        $this->post(
            '/settings/followers', ['channel' => 'webhook', 'address' => 'https://partner.example/in', 'reads' => 'technical'],
            ['X-Request-Key' => 'b']
        )
            ->assertSessionHasErrors(['reads' => 'A partner reads what everybody reads.']);
        $this->actingAs($this->person('ingrid-vale'));
        $this->publish($this->draft('public'))->assertSessionHasNoErrors();
        $this->mails();
        $chat = Http::recorded(static fn(Sent $one): bool => $one->url() === 'http://devices.test/chats')->last()[0]
            ?? self::fail('Nothing went to a chat.');
        self::assertStringContainsString("{$this->incident->ref()}: Lanes at Ask.", (string) $chat['text']);
    }

    public function test_words_in_other_languages_are_kept_by_one_at_a_time(): void
    {
        $this->actingAs($this->person('per-strand'));
        $this->get('/settings/glossary')->assertInertia(static fn(Shown $page) => $page->component('Updates/Glossary')->where('version', 1)
            ->where('rows.0', ['phrase' => 'Vehicle lanes', 'in' => ['no' => 'Kjørefelt', 'de' => 'Fahrspuren']])->has('languages', 3));
        $rows = [['phrase' => ' Payment ', 'in' => ['no' => ' Betaling ', 'de' => null, 'ar' => '']]];
        $this->post('/settings/glossary', ['version' => 0, 'rows' => $rows])->assertSessionHasErrors('action');
        $this->post('/settings/glossary', ['version' => 1, 'rows' => [...$rows, ...$rows]])->assertSessionHasErrors('rows.1.phrase');
        $this->post('/settings/glossary', ['version' => 1, 'rows' => [['phrase' => 'x', 'in' => ['xx' => 'y']]]])
            ->assertSessionHasErrors('rows.0.in');
        $this->post('/settings/glossary', ['version' => 1, 'rows' => $rows])->assertSessionHasNoErrors();
        self::assertSame(['Payment' => ['no' => 'Betaling']], Setting::query()->findOrFail('glossary')->value);
        $this->actingAs($this->person('ingrid-vale'))->get('/settings/glossary')->assertForbidden();
    }

    public function test_a_service_is_known_by_its_names_in_other_languages(): void
    {
        $found = $this->check(['text' => 'Kjørefelt virker igjen.'])['text'];

        self::assertSame(['restored'], array_column($found, 'kind'));
    }
}
