<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Incidents\UpdateRhythm;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Signals\Alert;
use App\Updates\Checking\OutsideWords;
use App\Updates\Update;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** What goes to outsiders is read against the record first: none of what is found is overlooked, and all can be overruled with a reason. */
final class CheckWordsTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
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
     * @return TestResponse<Response>
     */
    private function publish(string $text, array $more = []): TestResponse
    {
        $number = (int) Update::query()->where('incident_id', $this->incident->id)->max('number') + 1;

        return $this->post("/incidents/{$this->incident->id}/updates", [
            'number' => $number, 'stage' => 'fixing', 'text' => $text, 'meanwhile' => null, 'next_minutes' => 30, ...$more,
        ], ['X-Request-Key' => uniqid()]);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return list<string> what was found, as "kind: words"
     */
    private function found(string $text, array $more = []): array
    {
        $answer = $this->postJson(
            "/incidents/{$this->incident->id}/updates/check", ['stage' => 'fixing', 'text' => $text, 'next_minutes' => 30, ...$more]
        )->assertOk();

        return array_values(
            array_map(
                static fn(array $one): string => "{$one['kind']}: {$one['found']}",
                [...$answer->json('text'), ...$answer->json('meanwhile')]
            )
        );
    }

    public function test_what_disagrees_with_the_record_does_not_go_out_without_a_reason(): void
    {
        $text = 'Everything is back to normal.';
        $this->publish($text)->assertSessionHasErrors(
            [
                'despite' => 'Nothing was sent. It says “is back to normal”, but as the record stands Vehicle lanes does not work fully. Change it, or say why it is right as it stands.',
            ]
        );
        $this->publish($text, ['despite' => ' '])->assertSessionHasErrors('despite');
        self::assertSame(0, Update::query()->where('incident_id', $this->incident->id)->count());
        self::assertNotSame('fixing', $this->incident->refresh()->stage->value, 'Nothing of it was done.');

        $this->publish($text, ['despite' => 'The monitor itself is broken'])->assertSessionHasNoErrors();
        $entry = Entry::query()->where('kind', 'update.published')->latest('seq')->firstOrFail();
        $told = Telling::of($entry);
        self::assertSame('Update 1 published, although one thing in it disagrees with the record', $told['lead']);
        self::assertStringContainsString('(why: The monitor itself is broken)', $told['rest']);
        self::assertArrayNotHasKey('despite', $entry->facts, 'What somebody typed stands where it can be erased.');
        $this->get('/status')->assertOk()->assertDontSee('The monitor itself is broken');
    }

    public function test_what_to_do_meanwhile_is_held_up_as_well(): void
    {
        $this->publish('We look into it.', ['meanwhile' => 'Call Noor Lind.'])->assertSessionHasErrors('despite');
        $this->publish('We look into it.', ['meanwhile' => 'Go to Havre before 14:00.'])->assertSessionHasNoErrors();
    }

    public function test_what_agrees_goes_out_as_before_and_says_nothing_of_it(): void
    {
        $this->publish('Vehicle lanes: only partly working at Ask. We are fixing it.', ['despite' => 'Not needed'])
            ->assertSessionHasNoErrors();
        $told = Telling::of(Entry::query()->where('kind', 'update.published')->latest('seq')->firstOrFail());

        self::assertSame(
            ['Update 1 published', 'Vehicle lanes: only partly working at Ask. We are fixing it.'], [$told['lead'], $told['rest']]
        );
    }

    public function test_the_record_is_that_of_the_moment_in_which_it_goes_out(): void
    {
        $text = 'Vehicle lanes are back to normal.';
        Alert::query()->update(['closed_at' => now()]);
        self::assertSame([], $this->found($text));
        Alert::query()->update(['closed_at' => null]);
        $this->publish($text)->assertSessionHasErrors('despite');
    }

    public function test_times_are_those_of_the_readers_and_the_promise_is_the_one_that_is_being_made(): void
    {
        $zone = new \DateTimeZone('Europe/Oslo');
        $at = static fn(int $minutes): string => now()->toImmutable()->addMinutes($minutes)->setTimezone($zone)->format('H:i');

        self::assertSame([], $this->found("Next update at {$at(30)}."));
        self::assertSame(["time: {$at(45)}"], $this->found("Next update at {$at(45)}."));
        self::assertSame([], $this->found("Next update at {$at(45)}.", ['next_minutes' => 45]));
        $this->incident->update(['estimate_at' => now()->addMinutes(50), 'estimate_by_id' => 'ingrid-vale']);
        self::assertSame([], $this->found("We expect it back by {$at(50)}."));
        $utc = now()->toImmutable()->addMinutes(50)->utc()->format('H:i');
        self::assertSame(["zone: $utc"], $this->found("We expect it back by $utc."));
    }

    public function test_names_from_inside_words_of_reporters_and_words_of_the_trade_are_found_in_what_to_do_meanwhile_too(): void
    {
        $this->post(
            '/report',
            [
                'what' => 'Forty cars wait here and nobody is let through at all', 'service' => 'vehicle-lanes', 'site' => 'Ask',
                'send_key' => 'k1',
            ]
        )->assertSessionHasNoErrors();
        DB::table('links')->insertOrIgnore([
            'from_kind' => 'report', 'from_id' => (int) DB::table('reports')->max('id'), 'to_kind' => 'incident',
            'to_id' => $this->incident->id, 'kind' => 'about', 'since' => now(),
        ]);

        self::assertSame(
            ['inside: Noor Lind', 'inside: lane-control-ask'],
            $this->found('Noor Lind restarts it.', ['meanwhile' => 'lane-control-ask is off.'])
        );
        self::assertSame(
            ['quoted: Forty cars wait here and nobody is let through'], $this->found('Forty cars wait here and nobody is let through.')
        );
        self::assertSame(['jargon: failover'], $this->found('We try a failover.'));
    }

    public function test_the_words_of_the_organisation_are_its_own(): void
    {
        $this->actingAs($this->person('per-strand'))->get('/settings/outside-words')->assertInertia(
            static fn(Shown $shown) => $shown->component('Updates/OutsideWords')->where('version', 0)
                ->where('words.0', ['word' => 'failover', 'instead' => 'switch to the spare']),
        );
        $send = fn(array $words, int $version) => $this->post(
            '/settings/outside-words', ['words' => $words, 'version' => $version], ['X-Request-Key' => uniqid()]
        );
        $send([['word' => ' barrier box ', 'instead' => 'gate'], ['word' => 'loop', 'instead' => null]], 0)->assertSessionHasNoErrors();
        $send([['word' => 'mine', 'instead' => '']], 0)->assertSessionHasErrors('action');
        $send([['word' => 'Loop', 'instead' => ''], ['word' => 'loop ', 'instead' => '']], 1)
            ->assertSessionHasErrors(['words.1.word' => '"loop" stands here twice.']);
        $send([['word' => 'x', 'instead' => '']], 1)->assertSessionHasErrors('words.0.word');
        $send([['word' => ['x'], 'instead' => '']], 1)->assertSessionHasErrors('words.0.word');
        self::assertSame(['barrier box' => 'gate', 'loop' => ''], OutsideWords::all());
        self::assertSame(1, Entry::query()->where('kind', 'outside-words.changed')->count());

        $this->actingAs($this->person('ingrid-vale'));
        self::assertSame(['jargon: barrier box'], $this->found('The barrier box is being repaired, no failover.'));
        $send([['word' => 'mine', 'instead' => '']], 1)->assertForbidden();
        $this->get('/settings/outside-words')->assertForbidden();
    }

    public function test_the_words_with_which_it_is_raised_resolved_and_reopened_are_read_as_well(): void
    {
        $said = fn(): array => Update::query()->where('incident_id', $this->incident->id)->orderBy('number')->pluck('text')->all();
        $send = fn(string $what, array $data) => $this->post(
            "/incidents/{$this->incident->id}/$what", $data, ['X-Request-Key' => uniqid()]
        );
        $major = [
            'version' => $this->incident->version, 'title' => 'Lanes', 'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now',
            'confirmed' => 'Seen',
        ];
        $send('major', [...$major, 'update' => 'Mika Sund looks into it.'])->assertSessionHasErrors('despite');
        self::assertNull($this->incident->refresh()->major_at, 'Nothing of it was done.');
        $send('major', [...$major, 'update' => 'Mika Sund looks into it.', 'despite' => 'She speaks for us'])->assertSessionHasNoErrors();

        $over = ['resolution' => 'Set by hand.', 'check' => 'Ten cars', 'stay_open' => []];
        $send('resolve', [...$over, 'update' => 'It works again, says lane-control-ask.'])->assertSessionHasErrors('despite');
        self::assertTrue($this->incident->refresh()->isOpen());
        $send('resolve', [...$over, 'update' => 'It works again.'])->assertSessionHasNoErrors();
        self::assertFalse($this->incident->refresh()->isOpen());

        $again = ['why' => 'Back', 'call' => false];
        $send('reopen', [...$again, 'update' => 'IN-0001 is not over.'])->assertSessionHasErrors('despite');
        $send('reopen', [...$again, 'update' => 'It is not over.'])->assertSessionHasNoErrors();
        self::assertSame(['Mika Sund looks into it.', 'It works again.', 'It is not over.'], $said());
        $told = Entry::query()->about('incident', $this->incident->id)->where('kind', 'update.published')->orderBy('seq')->get()
            ->map(static fn(Entry $one): mixed => $one->told()['despite'] ?? null)->all();
        self::assertSame(['She speaks for us', null, null], $told);
    }

    public function test_that_nothing_is_new_still_says_how_it_stands_and_agrees_with_the_record(): void
    {
        $draft = function (): array {
            $draft = [];
            $this->get("/incidents/{$this->incident->id}")->assertInertia(static function (Shown $shown) use (&$draft): void {
                $draft = (array) $shown->toArray()['props']['draft'];
            });

            return $draft;
        };
        $at = static fn(\DateTimeInterface $time): string => \DateTimeImmutable::createFromInterface($time)
            ->setTimezone(new \DateTimeZone('Europe/Oslo'))->format('H:i T');
        self::assertNull($draft()['unchanged'], 'Nothing has been said yet.');
        $this->publish('Vehicle lanes: only partly working.', ['stage' => 'looking'])->assertSessionHasNoErrors();
        $told = $at(now());
        $this->later(900);
        $text = $draft()['unchanged'];
        self::assertSame(
            "Nothing new since $told. Vehicle lanes: still only partly working, since {$at($this->incident->started_at)}. Our technicians are still looking for the cause. We cannot say yet when it works again.",
            $text,
        );
        $this->incident->refresh()->update(['estimate_at' => now()->addHour(), 'estimate_by_id' => 'ingrid-vale']);
        self::assertStringEndsWith("We still expect it to work again by {$at(now()->addHour())}.", $draft()['unchanged']);
        self::assertSame([], $this->found($draft()['unchanged'], ['stage' => 'looking']));
        $this->publish($draft()['unchanged'], ['stage' => 'looking'])->assertSessionHasNoErrors();
    }

    public function test_a_longer_time_until_the_next_takes_a_reason_that_stands_in_the_journal(): void
    {
        $most = intdiv(UpdateRhythm::of($this->incident), 60);
        $this->publish('We look into it.', ['next_minutes' => $most + 1])->assertSessionHasErrors('longer');
        self::assertSame(0, Update::query()->where('incident_id', $this->incident->id)->count());
        $this->publish('We look into it.', ['next_minutes' => $most])->assertSessionHasNoErrors();
        $this->publish('We look into it.', ['next_minutes' => $most + 1, 'longer' => 'The supplier opens at six'])
            ->assertSessionHasNoErrors();
        $last = Entry::query()->where('kind', 'update.published')->latest('seq')->firstOrFail();
        self::assertSame('We look into it. (later than usual: The supplier opens at six)', Telling::of($last)['rest']);
        $this->get('/status')->assertOk()->assertDontSee('The supplier opens at six');
    }

    public function test_what_is_known_of_it_is_for_those_who_may_tell_outsiders(): void
    {
        $ask = fn() => $this->postJson(
            "/incidents/{$this->incident->id}/updates/check", ['stage' => 'fixing', 'text' => 'It works again.']
        );
        $this->actingAs($this->person('noor-lind'));
        $ask()->assertForbidden();
        $this->app['auth']->guard()->logout();
        $ask()->assertUnauthorized();
    }

    public function test_what_somebody_declared_without_a_monitor_is_not_held_against_them(): void
    {
        $incident = Incident::factory()->createOne(['service_id' => 'payment']);
        $found = $this->postJson("/incidents/$incident->id/updates/check", ['stage' => 'fixing', 'text' => 'Card payment is down.'])
            ->assertOk();

        self::assertSame(
            ['text' => [], 'unread' => [], 'meanwhile' => [], 'facts' => [], 'versions' => [], 'drafts' => null], $found->json()
        );
    }

    public function test_of_states_that_it_cannot_read_it_says_so_and_they_go_out(): void
    {
        $odd = 'Vehicle lanes have given up since this morning.';
        $ask = fn(string $text, string $technical) => $this->postJson("/incidents/{$this->incident->id}/updates/check", [
            'stage' => 'fixing', 'text' => $text, 'next_minutes' => 30,
            'versions' => [
                ['version' => 'technical', 'language' => 'en', 'text' => $technical, 'meanwhile' => null, 'isRead' => true],
                ['version' => 'staff', 'language' => 'en', 'text' => "$text Ask at the office.", 'meanwhile' => null, 'isRead' => true],
            ],
        ])->assertOk();

        $found = $ask($odd, 'Vehicle lanes have conked out.');
        self::assertSame(['Vehicle lanes'], $found->json('unread'));
        self::assertSame(array_map(
            static fn(string $one): array => ['version' => $one, 'language' => 'en', 'slips' => [], 'unread' => ['Vehicle lanes']],
            ['technical', 'staff'],
        ), $found->json('versions'));
        $found = $ask('Vehicle lanes are only partly working.', 'Vehicle lanes are slow.');
        self::assertSame([[], []], [$found->json('unread'), $found->json('versions')]);
        $this->publish($odd)->assertSessionHasNoErrors();
        self::assertSame(1, Update::query()->where('incident_id', $this->incident->id)->count());
    }
}
