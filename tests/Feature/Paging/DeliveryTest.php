<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Paging\Call;
use App\Paging\Delivery\DeliveryPaths;
use App\Paging\Delivery\PageNotification;
use App\Paging\Delivery\ProbePaths;
use App\Paging\EscalationPolicy;
use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Platform\Journal\Entry;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\Outbox;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Outbox\OwnProcess;
use App\Platform\Outbox\Sender;
use App\Platform\Person;
use App\Signals\Alert;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Exceptions;
use Illuminate\Support\Facades\Http;
use PHPUnit\Framework\Attributes\DataProvider;
use Skarvo\Paging\Outcome;
use Tests\TestCase;

/** What becomes of a page on its way, and how a way that does not work is gone around. */
final class DeliveryTest extends TestCase
{
    private function declare(string $team = 'platform'): Call
    {
        $this->withToken($this->token(name: 'monitor'))->postJson('/api/v1/signals', [self::firing('clk-2')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'Clock', 'service' => 'vehicle-lanes',
            'impact' => 'wide', 'urgency' => 'now', 'team' => $team,
        ])->assertSessionHasNoErrors();

        return Call::query()->sole();
    }

    /** @return array{Page, Page, array<string, mixed>} a page, another that went out as one with it, and what the outbox says of the first */
    private function twins(): array
    {
        $call = $this->declare();
        $page = Page::query()->sole();
        $twin = Page::issue(
            [...$page->only(['person_id', 'channel', 'address', 'round', 'step']), 'call_id' => $call->id, 'kind' => 'ask'],
            $page->at,
        );
        $payload = OutboxMessage::query()->where('kind', 'page')->sole()->payload;
        DB::transaction(static fn() => Outbox::put('page', "page-$twin->id", [...$payload, 'page' => $twin->id], now(), 1));
        $this->deliver();

        return [$page, $twin, $payload];
    }

    private function outbox(string $key, int $rank): void
    {
        DB::transaction(static fn() => Outbox::put(
            'mail', $key, ['to' => "$key@mail.example", 'subject' => $key, 'text' => 't'], now(), $rank,
        ));
    }

    public function test_the_most_urgent_goes_first(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        foreach (['c' => 5, 'a' => 1, 'd' => 9, 'b' => 3] as $key => $rank) {
            $this->outbox($key, $rank);
        }
        $this->deliver();

        self::assertSame(
            ['a', 'b', 'c', 'd'],
            Http::recorded()->map(static fn(array $pair): string => $pair[0]->header('Idempotency-Key')[0] ?? '')->all(),
        );
    }

    public function test_what_a_sender_that_is_gone_had_claimed_is_sent_again_under_its_key_and_by_one_sender_only(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->outbox('a', 1);
        OutboxMessage::query()->update(['claimed_by' => 'somebody who was killed', 'attempts' => 1]);
        self::assertSame(0, (new Sender(app(Gateway::class), 'without the lease'))->step(static fn(): bool => false));
        $this->deliver();
        $this->deliver();

        self::assertSame(
            ['a'], Http::recorded()->map(static fn(array $pair): string => $pair[0]->header('Idempotency-Key')[0] ?? '')->all(),
        );
    }

    public function test_one_message_of_which_nothing_can_be_noted_does_not_hold_up_the_others_nor_go_out_again(): void
    {
        Exceptions::fake();
        $call = null;
        // Its page is gone by the time that the answer comes.
        Http::fake(['devices.test/*' => static function (Request $request) use (&$call) {
            if (str_starts_with($request->header('Idempotency-Key')[0] ?? '', 'page-')) {
                DB::table('pages')->where('call_id', $call)->delete();
            }

            return Http::response(['ok' => true]);
        }]);
        $call = $this->declare()->id;
        $this->outbox('a', 1);
        $this->outbox('b', 9);
        $this->deliver();
        $this->deliver();

        self::assertCount(
            1,
            Http::recorded()->filter(
                static fn(array $pair): bool => str_starts_with($pair[0]->header('Idempotency-Key')[0] ?? '', 'page-'),
            ),
        );
        self::assertSame(0, OutboxMessage::query()->whereNull('sent_at')->count());
        self::assertSame(
            2,
            Entry::query()->where('kind', 'mail.sent')
                ->whereIn('subject_id', OutboxMessage::query()->whereIn('key', ['a', 'b'])->pluck('id')->map(strval(...)))
                ->count(),
        );
        self::assertStringStartsWith(
            'what became of it could not be noted',
            (string) OutboxMessage::query()->where('kind', 'page')->latest('id')->firstOrFail()->error,
        );
    }

    public function test_a_sender_that_lost_its_lease_for_a_while_remembers_what_it_sent(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->outbox('a', 1);
        $sender = new Sender(app(Gateway::class), 'first');
        $looks = 0;
        // It may claim; by the time that the answer is there another holds the lease, and then it holds it again.
        $sender->step(static function () use (&$looks): bool {
            return $looks++ === 0;
        });
        self::assertNull(OutboxMessage::query()->sole()->sent_at);
        self::assertFalse($sender->isIdle());
        $sender->step(static fn(): bool => true);

        self::assertNotNull(OutboxMessage::query()->sole()->sent_at);
        self::assertCount(1, Http::recorded());
        self::assertTrue($sender->isIdle());
    }

    public function test_what_went_out_as_one_goes_again_as_the_same_one(): void
    {
        Http::fakeSequence('devices.test/*')->push('', 500)->whenEmpty(Http::response(['ok' => true]));
        [$page, $twin, $payload] = $this->twins();
        self::assertSame($page->id, $twin->refresh()->lead_id);
        $this->later(2);
        DB::transaction(static fn() => Outbox::put('page', 'page-late', [...$payload, 'page' => $twin->id], now(), 9));
        OutboxMessage::query()->where('key', 'page-late')->update(['sent_at' => now()]);
        $this->deliver();

        $bodies = Http::recorded()
            ->map(static fn(array $pair): string => ($pair[0]->header('Idempotency-Key')[0] ?? '').' '.$pair[0]['text'])
            ->all();
        self::assertCount(2, $bodies);
        self::assertSame($bodies[0], $bodies[1]);
    }

    public function test_a_path_that_answers_500_is_gone_around_by_the_next_contact_in_seconds(): void
    {
        Http::fake(fn(Request $request) => $request['channel'] === 'push' ? Http::response('', 500) : Http::response(['ok' => true]));
        $this->declare();
        $this->deliver();
        self::assertSame(['push'], Page::query()->pluck('channel')->all());
        $this->later(1);
        $this->deliver();
        $this->deliver();

        $pages = Page::query()->orderBy('id')->get();
        self::assertSame(['push', 'text'], $pages->pluck('channel')->all());
        self::assertSame(['answered 500', null], $pages->pluck('error')->all());
        self::assertNotNull($pages[1]?->sent_at);
    }

    public function test_a_path_that_hangs_is_gone_around_too_and_holds_up_no_other(): void
    {
        Http::fake(fn(Request $request) => match (true) {
            ! isset($request['channel']) => Http::response(['ok' => true]),
            $request['channel'] === 'push' => Http::failedConnection('timed out'),
            default => Http::response(['ok' => true]),
        });
        $this->declare();
        $this->outbox('a', 9);
        $this->deliver();
        self::assertNotNull(OutboxMessage::query()->where('key', 'a')->value('sent_at'));
        $this->later(1);
        $this->deliver();
        $this->deliver();

        self::assertSame(['did not answer', null], Page::query()->orderBy('id')->pluck('error')->all());
        self::assertSame(['push', 'text'], Page::query()->orderBy('id')->pluck('channel')->all());
    }

    public function test_one_that_says_yes_and_delivers_nothing_is_noticed_and_gone_around(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true, 'confirms' => true])]);
        $this->token(['deliveries:write'], name: 'gateway');
        $this->declare();
        $this->deliver();
        $this->later(19);
        $this->clock();
        self::assertSame(1, Page::query()->count());
        $this->later(1);
        $this->clock();
        $this->deliver();
        $pages = Page::query()->orderBy('id')->get();
        self::assertSame(['push', 'text'], $pages->pluck('channel')->all());
        self::assertSame('taken, but not delivered in time', $pages[0]?->error);

        $this->withToken('plain-gateway')
            ->postJson('/api/v1/deliveries', ['key' => "page-{$pages[1]?->id}", 'event' => 'delivered'])->assertOk();
        $this->later(120);
        $this->clock();
        self::assertNull($pages[1]?->refresh()->failed_at, 'What was confirmed has arrived.');
    }

    /** @return iterable<string, array{\Closure(self, Page): mixed}> */
    public static function signsOfLife(): iterable
    {
        $answers = static fn(string $text): \Closure => static fn(self $test, Page $page) => $test->withToken('plain-gateway')
            ->postJson('/api/v1/deliveries', ['key' => "page-$page->id", 'event' => 'answered', 'text' => $text])->assertOk();
        yield 'it is opened' => [static fn(self $test, Page $page) => $test->get($page->link())->assertOk()];
        yield 'it is answered by its link' => [static fn(self $test, Page $page) => $test->answer($page, 'yes')];
        yield 'it is answered' => [$answers('yes')];
        yield 'what is answered is not understood' => [$answers('who is this?')];
        yield 'what is answered cannot be' => [$answers('hand to Zebedee')];
    }

    /** @param  \Closure(self, Page): mixed  $shows */
    #[DataProvider('signsOfLife')]
    public function test_what_somebody_saw_has_arrived_whatever_the_gateway_says_of_it(\Closure $shows): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true, 'confirms' => true])]);
        $this->token(['deliveries:write'], name: 'gateway');
        [$page, $twin] = $this->twins();
        self::assertSame(2, Page::query()->whereNotNull('confirm_by')->count());
        $shows($this, $page);
        $this->later(60);
        $this->clock();
        self::assertSame(["page:$page->id", "page:$twin->id"], self::entriesOf(PagingEntry::PageDelivered));
        self::assertSame([], self::entriesOf(PagingEntry::PageFailed), 'What came as one message has arrived as one.');
        self::assertTrue(DeliveryPaths::works($page->channel));
    }

    public function test_a_gateway_that_confirms_nothing_is_taken_at_its_word(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->declare();
        $this->deliver();
        $this->later(55);
        $this->clock();

        self::assertSame([null], Page::query()->pluck('failed_at')->all());
    }

    public function test_a_path_that_fails_for_two_people_is_trouble_of_our_own_until_something_arrives(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $call = $this->declare();
        $people = Person::query()->where('team_id', 'platform')->orderBy('id')->limit(3)->pluck('id')->all();
        $note = app(\App\Paging\Delivery\NoteDelivery::class);
        $page = fn(string $person): Page => Page::query()
            ->with(['call', 'person'])
            ->findOrFail(Page::issue(
                [
                    'call_id' => $call->id, 'kind' => 'ask', 'person_id' => $person, 'channel' => 'voice',
                    'address' => "+$person", 'round' => 1, 'step' => 1, 'sent_at' => now(), 'confirm_by' => now()->addMinute(),
                ],
                \Carbon\CarbonImmutable::instance(now()),
            )->id);
        $note->cameBack($page($people[0]), 'no carrier');
        self::assertTrue(DeliveryPaths::works('voice'));
        $note->cameBack($page($people[1]), 'no carrier');
        self::assertSame(['voice call'], array_column(DeliveryPaths::failing(), 'channel'));
        self::assertSame(1, Entry::query()->where('kind', 'path.fails')->count());
        $this->get('/')->assertInertia(
            fn(\Inertia\Testing\AssertableInertia $shown) => $shown->where('trouble.2.what', 'Pages by voice call are not arriving.'),
        );

        $note->delivered($page($people[2]));
        self::assertSame([], DeliveryPaths::failing());
        self::assertSame(1, Entry::query()->where('kind', 'path.works')->count());
    }

    /** @return string the file in which the channel records */
    private function plugIn(string $does): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'skarvo-channel');
        config(['skarvo.channels.push' => RecordingChannel::class]);
        $_ENV[RecordingChannel::FILE] = $file;
        $_ENV[RecordingChannel::DOES] = $does;
        $this->beforeApplicationDestroyed(static function () use ($file): void {
            unset($_ENV[RecordingChannel::FILE], $_ENV[RecordingChannel::DOES]);
            unlink($file);
        });

        return $file;
    }

    public function test_a_channel_of_laravel_can_carry_pages(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $file = $this->plugIn('sends');
        $this->declare();
        $this->deliver();

        self::assertSame([], Http::recorded()->all());
        $sent = PageNotification::fromJson((string) file_get_contents($file));
        $page = Page::query()->sole();
        self::assertSame(["page-$page->id", $page->address, $page->link()], [$sent->key, $sent->address, $sent->link]);
        self::assertSame([1 => 'yes', 2 => 'no', 3 => 'in 10', 4 => 'hand to …'], $sent->answers);
        self::assertStringContainsString('priority', $sent->text);
        self::assertNotNull($page->sent_at);

        $_ENV[RecordingChannel::DOES] = 'breaks';
        OutboxMessage::query()->update(['sent_at' => null, 'attempts' => 1, 'claimed_by' => null]);
        $this->deliver();
        self::assertSame('the provider is closed', OutboxMessage::query()->where('key', "page-$page->id")->value('error'));
    }

    public function test_a_channel_that_hangs_holds_up_nobody(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        config(['skarvo.gateways.channel_seconds' => 600]);
        $file = $this->plugIn('hangs');
        $this->declare();
        $sender = new Sender(app(Gateway::class), 'x');
        $mayWork = static fn(): bool => true;
        $sender->step($mayWork);
        $this->outbox('behind it', 9);
        do {
            $sender->step($mayWork);
        } while (OutboxMessage::query()->where('key', 'behind it')->whereNull('sent_at')->exists());
        self::assertNull(OutboxMessage::query()->where('kind', 'page')->value('sent_at'), 'The one that hangs is still under way.');
        unlink($file);
        while (! $sender->isIdle()) {
            $sender->step($mayWork);
        }
        self::assertNotNull(OutboxMessage::query()->where('kind', 'page')->value('sent_at'));
        self::assertSame('push', PageNotification::fromJson((string) file_get_contents($file))->channel);
    }

    public function test_a_channel_that_never_ends_has_come_back(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        config(['skarvo.gateways.channel_seconds' => 1]);
        $this->plugIn('hangs');
        $this->declare();
        $this->deliver();
        self::assertSame('did not end in 1 s', OutboxMessage::query()->where('kind', 'page')->value('error'));
    }

    public function test_so_many_processes_at_a_time_and_each_page_goes_once(): void
    {
        $file = $this->plugIn('sends');
        $gateway = app(Gateway::class);
        $own = app(OwnProcess::class);
        $ended = 0;
        for ($n = 0; $n < 11; $n++) {
            $own->start(
                'skarvo:notify',
                (new PageNotification(
                    'push', "phone-$n", 'Ada', 'text', 'link', "key-$n", [1 => 'yes'], RecordingChannel::class,
                ))->toJson(),
            )->then(static function () use (&$ended): void {
                $ended++;
            });
        }
        while ($ended < 11) {
            $gateway->tick();
        }
        $keys = array_map(
            static fn(string $line): string => PageNotification::fromJson($line)->key, file($file, FILE_IGNORE_NEW_LINES) ?: [],
        );
        self::assertEqualsCanonicalizing(array_map(static fn(int $n): string => "key-$n", range(0, 10)), $keys);
    }

    public function test_who_has_left_is_not_paged_and_the_next_contact_is_not_theirs(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->declare();
        $first = Page::query()->sole();
        Person::query()->whereKey($first->person_id)->update(['left_at' => now()]);
        foreach (range(1, 6) as $n) {
            $this->deliver();
            $this->clock();
            $this->later(1);
        }
        $last = Page::query()->latest('ordinal')->firstOrFail();

        self::assertSame('has left', $first->refresh()->error);
        self::assertNotSame($first->person_id, $last->person_id, 'Out of reach, so the next step began.');
        self::assertSame([], Http::recorded(fn(Request $request): bool => $request['person'] === $first->person?->name)->all());
    }

    /** @return iterable<string, array{string}> */
    public static function waysToFail(): iterable
    {
        yield 'refused at once' => ['refuses'];
        yield 'taken, and not delivered' => ['confirms nothing'];
    }

    #[DataProvider('waysToFail')]
    public function test_a_step_all_of_whose_messages_came_back_goes_on_at_once(string $how): void
    {
        Http::fake(['devices.test/*' => $how === 'refuses' ? Http::response('', 503) : Http::response(['ok' => true, 'confirms' => true])]);
        EscalationPolicy::query()->where('team_id', 'platform')->update(['rounds' => 2, 'steps' => json_encode([
            ['targets' => ['person:noor-lind'], 'wait_seconds' => 3600], ['targets' => ['person:mika-sund'], 'wait_seconds' => 3600],
        ])]);
        $this->declare();
        for ($second = 0; $second < 240 && Page::query()->where('person_id', 'mika-sund')->doesntExist(); $second++) {
            $this->deliver();
            $this->clock();
            $this->later(1);
        }

        self::assertSame(
            Page::query()->where('person_id', 'noor-lind')->count(),
            Page::query()->where('person_id', 'noor-lind')->whereNotNull('failed_at')->count(),
        );
        self::assertSame(1, Page::query()->where('person_id', 'mika-sund')->count(), 'The next step, and not after an hour.');
    }

    public function test_a_way_that_works_again_is_noticed_without_a_page_and_whom_it_lost_is_paged_again(): void
    {
        config(['testing.gateway' => 503]);
        Http::fake(['devices.test/*' => static fn() => Http::response(['ok' => true], config()->integer('testing.gateway'))]);
        EscalationPolicy::query()
            ->where('team_id', 'platform')
            ->update([
                'rounds' => 3,
                'steps' => json_encode([['targets' => ['person:noor-lind', 'person:mika-sund'], 'wait_seconds' => 3600]]),
            ]);
        $this->declare();
        for ($second = 0; $second < 10; $second++) {
            $this->deliver();
            $this->clock();
            $this->later(1);
        }
        self::assertFalse(DeliveryPaths::works('push'));
        $pages = Page::query()->count();
        $this->later(ProbePaths::EVERY_SECONDS);
        $this->deliver();
        self::assertFalse(DeliveryPaths::works('push'));
        config(['testing.gateway' => 200]);
        $this->later(ProbePaths::EVERY_SECONDS);
        $this->deliver();
        $this->deliver();

        self::assertSame([], DeliveryPaths::failing());
        self::assertSame(['path:push'], self::entriesOf(PagingEntry::PathWorks));
        $again = Page::query()->where('kind', 'again')->get();
        self::assertEqualsCanonicalizing(
            ['noor-lind', 'mika-sund'], $again->pluck('person_id')->all(), 'Each once, on the way that was first back.',
        );
        self::assertSame($pages + 2, Page::query()->count());
        self::assertEqualsCanonicalizing(
            $again->map(static fn(Page $one): string => "page:$one->id")->all(), self::entriesOf(PagingEntry::PageAgain),
        );
        self::assertSame([], $again->whereNull('sent_at')->all());
        $this->answer($again->firstOrFail(), 'yes')->assertSessionHasNoErrors();
        self::assertSame(Outcome::Acknowledged, Call::query()->sole()->outcome);
    }

    public function test_how_late_a_page_went_out_is_kept_in_seconds(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->declare();
        $this->later(7);
        $this->deliver();

        self::assertSame(7.0, (float) Entry::query()->where('kind', 'page.sent')->sole()->facts['delay']);
    }

    public function test_a_page_that_went_out_in_its_second_was_not_late(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->declare();
        Page::query()->update(['at' => now()->addSeconds(2)]);
        OutboxMessage::query()->where('kind', 'page')->update(['due_at' => now()]);
        $this->deliver();

        self::assertSame(0.0, (float) Entry::query()->where('kind', 'page.sent')->sole()->facts['delay']);
    }

    public function test_a_page_that_was_decided_on_after_its_second_was_late_from_then_on(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->declare();
        OutboxMessage::query()->where('kind', 'page')->update(['made_at' => now()->addSeconds(3)->format('Y-m-d H:i:s.v')]);
        $this->later(7);
        $this->deliver();

        self::assertSame(4.0, (float) Entry::query()->where('kind', 'page.sent')->sole()->facts['delay']);
    }

    public function test_that_a_page_went_out_stands_in_the_journal_of_what_it_is_about(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $call = $this->declare();
        $this->deliver();

        self::assertSame(
            Entry::query()->where('kind', 'page.sent')->sole()->seq,
            Entry::query()->about('incident', $call->occasion->record()['incident'])->where('kind', 'page.sent')->sole()->seq,
        );
    }

    public function test_a_page_that_belongs_to_no_call_is_noted_as_sent(): void
    {
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->actingAs($this->person('mika-sund'))->post('/people/mika-sund/test', ['channel' => 'push'])->assertSessionHasNoErrors();
        $this->deliver();

        $page = Page::query()->sole();
        self::assertNull($page->call_id);
        self::assertNotNull($page->sent_at);
        self::assertSame((string) $page->id, (string) Entry::query()->where('kind', 'page.sent')->sole()->subject_id);
    }
}
