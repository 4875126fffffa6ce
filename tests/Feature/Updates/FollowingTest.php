<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Platform\Outbox\OutboxMessage;
use App\Updates\Following\Follow;
use App\Updates\Following\KeepFollowers;
use App\Updates\Following\Subscription;
use App\Updates\Update;
use Illuminate\Http\Client\Request as Sent;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Updates\Following\Channel;
use Tests\TestCase;

/** Anybody follows: asked, confirmed, changed and left, and nobody learns by it who does. */
final class FollowingTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        config()->set('skarvo.gateways.mail', 'http://devices.test/mails');
        $this->nobodyAnswers();
        config()->set('skarvo.gateways.text', 'http://devices.test/texts');
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
    }

    public function test_a_follower_confirms_changes_and_leaves(): void
    {
        $this->ask(['services' => ['Vehicle lanes'], 'places' => [' Havre '], 'quiet_from' => '22:00', 'quiet_until' => '07:00'])
            ->assertSessionHasNoErrors();
        $one = Subscription::query()->sole();
        self::assertFalse($one->isActive(), 'Nobody is told before they said yes.');
        $this->deliver();
        $mail = $this->mails()[0];
        self::assertSame('anna@ferry.example', $mail['to']);
        self::assertStringContainsString(route('follow.show', $one->key()), (string) $mail['text']);

        $this->get("/follow/{$one->key()}")->assertInertia(static fn(Shown $page) => $page->component('Updates/Following')
            ->where('following.services', ['Vehicle lanes'])->where('following.places', ['Havre'])->where('following.quiet_from', '22:00')
            ->where('following.isConfirmed', false));
        self::assertNull($one->refresh()->confirmed_at, 'What opens each address of a mail confirms nothing.');
        $this->post("/follow/{$one->key()}/confirm")->assertSessionHasNoErrors();
        $this->post("/follow/{$one->key()}/confirm")->assertSessionHasNoErrors();
        self::assertTrue($one->refresh()->isActive());
        self::assertSame(1, Entry::query()->where('kind', 'follower.confirmed')->count());

        $this->post("/follow/{$one->key()}", ['version' => 1, 'services' => []])->assertSessionHasErrors('version');
        $this->post(
            "/follow/{$one->key()}", ['version' => $one->version, 'services' => ['Booking'], 'digest_at' => '08:00', 'language' => 'de']
        )->assertSessionHasNoErrors();
        self::assertSame([['Booking'], [], 28800, null, 'de'], [
            $one->refresh()->services, $one->places, $one->digest_at, $one->quiet_from, $one->language,
        ]);

        $this->post("/follow/{$one->key()}/stop")->assertSessionHasNoErrors();
        $this->post("/follow/{$one->key()}/stop")->assertSessionHasNoErrors();
        self::assertSame(['', 1], [$one->refresh()->address, Entry::query()->where('kind', 'follower.left')->count()]);
        $this->post("/follow/{$one->key()}/confirm")->assertSessionHasErrors('action');
        $this->get("/follow/{$one->key()}")->assertInertia(static fn(Shown $page) => $page->where('following.isEnded', true));
        self::assertStringNotContainsString(
            'anna',
            (string) json_encode(
                [
                    DB::table('outbox')->get(), DB::table('journal')->get(), DB::table('journal_words')->get(),
                    DB::table('subscriptions')->get(),
                ]
            )
        );

        // They may come back.
        $this->ask([])->assertSessionHasNoErrors();
        self::assertSame(1, Subscription::query()->whereNull('ended_at')->count());
    }

    public function test_a_mail_program_takes_its_reader_off_without_asking_back(): void
    {
        $one = Subscription::factory()->create();
        $this->get("/follow/{$one->key()}/leave")->assertRedirect("/follow/{$one->key()}");
        self::assertTrue($one->refresh()->isActive());
        $this->post("/follow/{$one->key()}/leave", ['List-Unsubscribe' => 'One-Click'])->assertOk()
            ->assertSee('You follow nothing any more.');
        self::assertNotNull($one->refresh()->ended_at);
        $this->post("/follow/{$one->key()}/leave")->assertOk();
        $this->post('/follow/'.str_repeat('a', 64).'/leave')->assertNotFound();
        self::assertNotContains(
            'web', app('router')->getRoutes()->match(request()->create("/follow/{$one->key()}/leave", 'POST'))->gatherMiddleware()
        );
    }

    public function test_asking_says_nothing_of_who_follows_and_changes_nothing_of_theirs(): void
    {
        $one = Subscription::factory()->at(Channel::Mail, 'anna@ferry.example')
            ->create(['services' => ['Booking'], 'asked_at' => now()->subDay()]);
        $new = $this->ask(['address' => 'new@ferry.example']);
        $there = $this->ask(['address' => 'Anna@Ferry.example', 'services' => ['Vehicle lanes']]);
        self::assertSame([$new->status(), $new->headers->get('Location')], [$there->status(), $there->headers->get('Location')]);
        self::assertSame(['Booking'], $one->refresh()->services);
        $this->deliver();
        $mail = array_column($this->mails(), null, 'to')['anna@ferry.example'];
        self::assertStringContainsString('You follow our services already', (string) $mail['text']);
        self::assertStringContainsString($one->key(), (string) $mail['text']);
    }

    public function test_an_address_is_asked_once_in_ten_minutes_and_forgotten_after_two_days(): void
    {
        $this->ask(['services' => ['Booking']]);
        $this->ask(['services' => ['Vehicle lanes']]);
        self::assertSame(1, OutboxMessage::query()->where('kind', 'follow')->count());
        self::assertSame(['Vehicle lanes'], Subscription::query()->sole()->services, 'Until they confirm, the last choice counts.');
        $this->later(601);
        $this->ask([]);
        self::assertSame(2, OutboxMessage::query()->where('kind', 'follow')->count());
        // Whoever only wants to fill somebody's mailbox gets nowhere.
        $this->later(601);
        $this->ask([]);
        self::assertSame(2, OutboxMessage::query()->where('kind', 'follow')->count());
        $this->later(3000);
        $this->ask([]);
        self::assertSame(3, OutboxMessage::query()->where('kind', 'follow')->count());
        $this->later(86400);
        $this->ask([]);
        self::assertSame(3, OutboxMessage::query()->where('kind', 'follow')->count());
        $this->later(1);
        $this->ask([]);
        self::assertSame(4, OutboxMessage::query()->where('kind', 'follow')->count());
        $this->later(48 * 3600 - 1);
        app(KeepFollowers::class)(static fn(): bool => true);
        self::assertSame(1, Subscription::query()->count());
        $this->later(601);
        app(KeepFollowers::class)(static fn(): bool => true);
        self::assertSame(0, Subscription::query()->count());
    }

    public function test_a_telephone_is_asked_by_a_text_of_one_segment_and_a_wrong_one_is_refused(): void
    {
        $this->ask(['channel' => 'text', 'address' => '900 00 000'])
            ->assertSessionHasErrors(['address' => 'Write the number with its country code, such as +47 900 00 000.']);
        $this->ask(['channel' => 'text', 'address' => '+47 900-00 (000)'])->assertSessionHasNoErrors();
        $this->deliver();
        $one = Subscription::query()->sole();
        self::assertSame('+4790000000', $one->address);
        $sent = Http::recorded(static fn(Sent $sent): bool => $sent->url() === 'http://devices.test/texts')->sole()[0];
        self::assertSame('+4790000000', $sent['to']);
        self::assertStringContainsString($one->key(), $sent['text']);
        config()->set('skarvo.gateways.text', null);
        $this->ask(['channel' => 'text', 'address' => '+4790000001'])->assertSessionHasErrors('channel');
    }

    public function test_whoever_is_signed_in_follows_an_incident_with_one_press_and_no_more_with_another(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $path = "/incidents/$incident->id/follow";
        $this->getJson($path)->assertUnauthorized();
        $this->actingAs($this->person('ingrid-vale'))->publish($incident, 1, 'Shut.');
        $this->clock();
        $noor = $this->person('noor-lind');
        $this->actingAs($noor)->getJson($path)->assertJson(['follows' => false]);
        $this->postJson($path, ['follow' => false])->assertJson(['follows' => false]);
        $this->postJson($path, ['follow' => true])->assertJson(['follows' => true]);
        $this->postJson($path, ['follow' => true])->assertJson(['follows' => true]);
        $own = Subscription::query()->sole();
        self::assertSame([$noor->email, $incident->id, true], [$own->address, $own->incident_id, $own->isActive()]);

        $other = Incident::factory()->create(['service_id' => 'booking']);
        $this->postJson("/incidents/$other->id/follow", ['follow' => true])->assertJson(['follows' => true]);
        $this->actingAs($this->person('ingrid-vale'));
        $this->publish($incident, 2, 'Still shut.');
        $this->publish($other, 1, 'Booking is slow.');
        $this->clock();
        self::assertSame(2, DB::table('deliveries')->count());

        $this->actingAs($noor)->postJson($path, ['follow' => false])->assertJson(['follows' => false]);
        $this->getJson("/incidents/$other->id/follow")->assertJson(['follows' => true]);
        $this->postJson($path, ['follow' => 'perhaps'])->assertUnprocessable();
        $this->actingAs($this->person('ingrid-vale'))->publish($incident, 3, 'Open.');
        $this->publish($other, 2, 'Quick again.');
        $this->clock();
        self::assertSame(3, DB::table('deliveries')->count(), 'Nothing more of the one, and the other still.');
        // The one is long over, and they still wait for the other.
        $incident->update(['resolved_at' => now()]);
        $this->later(8 * 86400);
        app(KeepFollowers::class)(static fn(): bool => true);
        self::assertTrue($own->refresh()->isActive());
        $other->update(['resolved_at' => now()]);
        $this->later(7 * 86400 + 1);
        app(KeepFollowers::class)(static fn(): bool => true);
        self::assertFalse($own->refresh()->isActive());
    }

    public function test_what_somebody_else_asked_for_in_their_name_is_dropped_when_they_follow_one_incident(): void
    {
        $noor = $this->person('noor-lind');
        $this->ask(['address' => (string) $noor->email, 'services' => ['Booking']]);
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $this->actingAs($noor)->postJson("/incidents/$incident->id/follow", ['follow' => true])->assertJson(['follows' => true]);
        $own = Subscription::query()->sole();
        self::assertSame([[], $incident->id, true], [$own->services, $own->incident_id, $own->isActive()]);
    }

    public function test_nobody_has_unknown_numbers_written_to_by_the_thousand(): void
    {
        for ($n = 0; $n < 60; $n++) {
            Subscription::factory()->at(Channel::Text, '+479000'.(1000 + $n))->create(['confirmed_at' => null]);
        }
        $this->ask(['channel' => 'text', 'address' => '+4790000001'])->assertSessionHasErrors('address');
        $this->ask([])->assertSessionHasNoErrors();
        $this->later(3601);
        $this->ask(['channel' => 'text', 'address' => '+4790000001'])->assertSessionHasNoErrors();
    }

    public function test_bad_wishes_are_refused_with_what_to_change(): void
    {
        foreach ([
            ['address' => 'nobody'], ['address' => ''], ['channel' => 'webhook'], ['channel' => 'chat', 'address' => '#ops'],
            ['services' => ['No such']],
            ['services' => 'Booking'], ['places' => ['  ']], ['places' => array_fill(0, 21, 'Ask')], ['quiet_from' => '22:00'],
            ['quiet_from' => '22:00', 'quiet_until' => '22:00'], ['digest_at' => '24:00'], ['digest_at' => '7'], ['zone' => 'Mars/Base'],
            ['language' => 'xx'],
            ['address' => ['a@b.example']], ['main' => 'perhaps'],
        ] as $bad) {
            $this->ask($bad)->assertSessionHasErrors();
        }
        self::assertSame(0, Subscription::query()->count());
        $this->ask(['language' => 'de', 'address' => ''])->assertSessionHasErrors(['address' => 'Sagen Sie, wohin wir schreiben sollen.']);
    }

    public function test_who_waits_for_one_end_hears_of_it_alone_and_is_forgotten_later(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $this->post('/report/hear', ['email' => 'anna@ferry.example', 'incident' => $incident->id])->assertSessionHasErrors('email');
        $this->actingAs($this->person('ingrid-vale'));
        $this->publish($incident, 1, 'Lanes are shut.');
        $this->post('/report/hear', ['email' => 'anna@ferry.example', 'incident' => $incident->id, 'language' => 'no'])
            ->assertSessionHasNoErrors();
        $one = Subscription::query()->sole();
        Follow::confirm($one);
        $this->publish($incident, 2, 'Still shut.');
        $this->clock();
        self::assertSame(0, DB::table('deliveries')->count());
        $this->get("/incidents/$incident->id/resolve")->assertJsonPath('followers', 1);
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'Over.'], ['X-Request-Key' => 'end'])
            ->assertSessionHasNoErrors();
        $this->clock();
        $this->deliver();
        $mails = array_values(array_filter($this->mails(), static fn(array $one): bool => isset($one['leave'])));
        self::assertCount(1, $mails);
        self::assertStringContainsString('Over.', (string) $mails[0]['text']);
        self::assertSame(route('follow.leave', $one->key()), $mails[0]['leave']);
        // It may turn out not to be over: they hear of that, too.
        $this->post("/incidents/$incident->id/reopen", ['why' => 'x', 'update' => 'It is not.'], ['X-Request-Key' => 'again'])
            ->assertSessionHasNoErrors();
        $this->clock();
        self::assertSame(2, DB::table('deliveries')->count());
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'Over now.'], ['X-Request-Key' => 'end2'])
            ->assertSessionHasNoErrors();
        $this->later(7 * 86400 + 1);
        app(KeepFollowers::class)(static fn(): bool => true);
        self::assertNotNull($one->refresh()->ended_at);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function ask(array $more): \Illuminate\Testing\TestResponse
    {
        return $this->from('/follow')->post('/follow', ['channel' => 'mail', 'address' => 'anna@ferry.example', ...$more]);
    }

    /** @return list<array<string, mixed>> */
    private function mails(): array
    {
        return array_values(Http::recorded(static fn(Sent $sent): bool => $sent->url() === 'http://devices.test/mails')
            ->map(static fn(array $one): array => (array) $one[0]->data())->all());
    }

    private function publish(Incident $incident, int $number, string $text): void
    {
        $this->post(
            "/incidents/$incident->id/updates", ['number' => $number, 'stage' => 'looking', 'text' => $text, 'next_minutes' => 30],
            ['X-Request-Key' => uniqid()]
        )
            ->assertSessionHasNoErrors();
        self::assertSame($number, Update::query()->where('incident_id', $incident->id)->max('number'));
    }
}
