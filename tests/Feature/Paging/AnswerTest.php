<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Paging\PersonLeaves;
use App\Platform\Journal\Entry;
use App\Platform\Person;
use App\Platform\Staff\Contact;
use App\Signals\Alert;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Skarvo\Paging\Outcome;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** A page is answered where it arrives, by a link that works once; and a yes is held to. */
final class AnswerTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->token(['deliveries:write'], name: 'gateway');
        $this->declare('clk-2', 'Clock');
        $this->later(5);
        $this->deliver();
    }

    private function declare(string $item, string $title, string $team = 'platform'): Incident
    {
        $this->token(name: "probe-$item");
        $this->withToken("plain-probe-$item")->postJson('/api/v1/signals', [self::firing($item)])->assertStatus(202);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->whereNull('closed_at')->whereNull('incident_id')->latest('id')->firstOrFail()->id],
            'title' => $title, 'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => $team,
        ])->assertSessionHasNoErrors();

        return Incident::query()->latest('id')->firstOrFail();
    }

    /** @param  array<string, mixed>  $event
     * @return TestResponse<Response>
     */
    private function tells(Page $page, array $event): TestResponse
    {
        return $this->withToken('plain-gateway')->postJson('/api/v1/deliveries', ['key' => "page-$page->id", ...$event]);
    }

    private function call_(): Call
    {
        return Call::query()->orderBy('id')->firstOrFail();
    }

    private function page(): Page
    {
        return Page::query()->orderBy('id')->firstOrFail();
    }

    /** @return iterable<string, array{array<string, string>, string|null}> */
    public static function replies(): iterable
    {
        yield 'a text' => [['text' => 'yes, on my way'], 'acknowledged'];
        yield 'a no by text' => [['text' => 'No'], 'waiting'];
        yield 'a key' => [['digit' => '1'], 'acknowledged'];
        yield 'a no by key' => [['digit' => '2'], 'waiting'];
        yield 'in ten minutes' => [['digit' => '3'], 'acknowledged'];
        yield 'something else' => [['text' => 'what?'], null];
        yield 'a key that means nothing' => [['digit' => '9'], null];
        yield 'to nobody that there is' => [['text' => 'hand to Zebedee'], null];
    }

    /** @param  array<string, string>  $event */
    #[DataProvider('replies')]
    public function test_it_is_answered_by_a_reply_or_a_key(array $event, ?string $outcome): void
    {
        $answer = $this->tells($this->page(), ['event' => 'answered', ...$event])->assertOk();

        self::assertSame($outcome !== null, $answer->json('understood'));
        self::assertSame($outcome === null ? ["page:{$this->page()->id}"] : [], self::entriesOf(PagingEntry::PageUnclear));
        self::assertNotEmpty($answer->json('say'));
        self::assertSame($outcome ?? 'waiting', $this->call_()->outcome->value);
        self::assertSame($outcome === 'waiting', Page::query()->distinct()->count('person_id') > 1, 'A no pages the next at once.');
    }

    public function test_a_gateway_that_tells_twice_changes_nothing(): void
    {
        self::assertTrue($this->tells($this->page(), ['event' => 'answered', 'text' => 'yes'])->json('changed'));
        self::assertFalse($this->tells($this->page(), ['event' => 'answered', 'text' => 'yes'])->json('changed'));
        self::assertTrue(
            $this->tells($this->page(), ['event' => 'delivered'])->json('changed') === false,
            'An answer has shown that it arrived.',
        );
        self::assertSame(1, Entry::query()->where('kind', 'call.acknowledged')->count());
        self::assertSame(1, Entry::query()->where('kind', 'page.delivered')->count());
        $unclear = [];
        foreach (['what?', 'what?', 'who?', 'what?'] as $text) {
            $this->tells($this->page(), ['event' => 'answered', 'text' => $text]);
            $unclear[] = count(self::entriesOf(PagingEntry::PageUnclear));
        }
        self::assertSame([1, 1, 2, 3], $unclear, 'What is told again is known; what is said again after something else is news.');
    }

    public function test_only_a_gateway_with_a_token_tells_and_only_of_messages_that_there_are(): void
    {
        $this->flushHeaders()->postJson('/api/v1/deliveries', ['key' => 'page-1', 'event' => 'delivered'])->assertUnauthorized();
        $this->withToken('plain-probe-clk-2')
            ->postJson('/api/v1/deliveries', ['key' => 'page-1', 'event' => 'delivered'])->assertForbidden();
        $this->withToken('plain-gateway')->postJson('/api/v1/deliveries', ['key' => 'page-9999', 'event' => 'delivered'])->assertNotFound();
        $this->withToken('plain-gateway')
            ->postJson('/api/v1/deliveries', ['key' => 'page-1', 'event' => 'sung'])->assertStatus(422)
            ->assertJsonPath('errors.event.0', 'event: one of delivered, failed, answered.');
    }

    public function test_what_else_they_are_paged_for_is_on_the_page_and_answered_with_one_press_as_far_as_it_was_seen(): void
    {
        // A burst: more incidents of the same person, each some seconds after the other.
        foreach (['crew-db-1', 'fuel-db-1'] as $n => $item) {
            $this->declare($item, "More $n");
            $this->later(4);
            $this->deliver();
        }
        $first = $this->page();
        $with = $first->alongside()->all();
        $this->get($first->link())->assertInertia(
            fn(Shown $page) => $page->has('with', 2)->where('with.0.id', $with[0]->id)
                ->where('with.0.title', 'More 0')->where('with.1.answer', null),
        );
        $stranger = Page::query()
            ->where('person_id', '!=', $first->person_id)
            ->first() ?? Page::issue(
                ['kind' => 'test', 'person_id' => 'mika-sund', 'channel' => 'push', 'address' => 'x', 'round' => 0, 'step' => 0],
                \Carbon\CarbonImmutable::instance(now()),
            );

        $this->answer($first, 'yes', ['also' => [$with[0]->id, $stranger->id]])->assertSessionHasNoErrors();

        self::assertSame(
            ['acknowledged', 'acknowledged', 'waiting'],
            Call::query()->orderBy('id')->get()->map(static fn(Call $call): string => $call->outcome->value)->all(),
        );
        self::assertNull($stranger->refresh()->answer);
        self::assertNotNull($with[0]->refresh()->used_at);
        self::assertNull($with[1]->refresh()->used_at);
        $this->withCookie("page_$first->id", hash('sha256', $first->token))
            ->get($first->link())
            ->assertInertia(fn(Shown $page) => $page->where('with.0.mine', true)->where('with.1.mine', false));
        // A reply to a message is about what that message said.
        $this->tells($with[1], ['event' => 'answered', 'text' => 'no']);
        self::assertSame(
            ['acknowledged', 'acknowledged', 'waiting'],
            Call::query()->orderBy('id')->get()->map(static fn(Call $call): string => $call->outcome->value)->all(),
        );
        self::assertSame(2, Entry::query()->where('kind', 'call.acknowledged')->count());
    }

    public function test_a_link_works_for_one_answer_and_then_only_on_the_device_that_gave_it(): void
    {
        $page = $this->page();
        $this->get($page->link())->assertInertia(fn(Shown $shown) => $shown->component('Paging/Answer'));
        $this->get($page->link())->assertInertia(fn(Shown $shown) => $shown->component('Paging/Answer'));
        $this->answer($page, 'yes')->assertSessionHasNoErrors()->assertCookie("page_$page->id");

        $this->withCookie("page_$page->id", '')
            ->get($page->link())
            ->assertInertia(fn(Shown $shown) => $shown->component('Paging/LinkOver')->where(
                'why', fn(string $why): bool => str_contains($why, 'works once'),
            ));
        $this->withCookie("page_$page->id", '')->post($page->link(), ['answer' => 'no'])->assertSessionHasErrors('action');
        self::assertSame(Outcome::Acknowledged, $this->call_()->outcome);

        $this->answer($page, 'no')->assertSessionHasNoErrors();
        self::assertSame(Outcome::Waiting, $this->call_()->outcome);
    }

    public function test_whoever_has_left_opens_nothing_and_takes_no_call(): void
    {
        $page = $this->page();
        $device = ["page_$page->id" => hash('sha256', $page->token)];
        $this->actingAs($this->person('per-strand'))->post("/people/$page->person_id/leave")->assertSessionHasNoErrors();
        auth()->logout();
        $this->get($page->link())->assertInertia(
            static fn(Shown $shown) => $shown->component('Paging/LinkOver')->where('why', 'This link opens no more.'),
        );
        $this->withCookies($device)->get($page->link())->assertInertia(static fn(Shown $shown) => $shown->component('Paging/LinkOver'));
        $this->post($page->link(), ['answer' => 'yes'])->assertSessionHasErrors('action');
        $this->tells($page, ['event' => 'answered', 'text' => 'yes'])->assertOk()->assertJson([
            'understood' => false, 'say' => 'You are not called any more. Nothing was changed: whoever is called now has it.',
        ]);
        self::assertNull($this->call_()->held_by);
    }

    public function test_a_link_expires_and_a_mended_one_does_not_open(): void
    {
        $page = $this->page();
        $link = $page->link();
        $this->get(str_replace('signature=', 'signature=0', $link))->assertInertia(
            fn(Shown $shown) => $shown->component('Paging/LinkOver'),
        );
        $this->get("/p/$page->token")->assertInertia(fn(Shown $shown) => $shown->component('Paging/LinkOver'));
        $this->get(
            (string) preg_replace('/expires=\d+/', 'expires=4000000000', $link),
        )->assertInertia(fn(Shown $shown) => $shown->component('Paging/LinkOver'));
        $this->later(86_401);
        $this->get($link)->assertInertia(fn(Shown $shown) => $shown->component('Paging/LinkOver')->where(
            'why', fn(string $why): bool => str_contains($why, 'more than a day old'),
        ));
    }

    public function test_in_so_many_minutes_is_a_yes_that_is_asked_about_then(): void
    {
        $page = $this->page();
        $this->answer($page, 'later', ['minutes' => 7]);
        self::assertSame(Outcome::Acknowledged, $this->call_()->outcome);
        self::assertSame(["call:{$this->call_()->id}"], self::entriesOf(PagingEntry::CallLater));
        $this->later(7 * 60 - 1);
        $this->clock();
        self::assertSame(0, Page::query()->where('kind', 'ask')->count());
        $this->later(1);
        $this->clock();
        $this->clock();
        self::assertSame(1, Page::query()->where('kind', 'ask')->count());
    }

    public function test_a_yes_with_nothing_done_is_asked_about_again_and_taken_back_in_silence(): void
    {
        $page = $this->page();
        $this->answer($page, 'yes');
        $this->later(1199);
        $this->clock();
        self::assertSame(0, Page::query()->where('kind', 'ask')->count());
        $this->later(1);
        $this->clock();
        $ask = Page::query()->where('kind', 'ask')->sole();
        self::assertSame([$page->person_id, $page->channel], [$ask->person_id, $ask->channel]);
        self::assertTrue(DB::table('outbox')->where('kind', 'page')->where('key', "page-$ask->id")->exists(), 'It goes out.');

        $this->answer($ask, 'yes');
        $this->later(1200);
        $this->clock();
        self::assertSame(2, Page::query()->where('kind', 'ask')->count(), 'It is asked again as long as nothing is done.');
        self::assertSame(array_fill(0, 2, "call:{$this->call_()->id}"), self::entriesOf(PagingEntry::CallAskedAgain));
        $this->later(180);
        $this->clock();
        self::assertSame([Outcome::Waiting, null], [$this->call_()->outcome, $this->call_()->held_by]);
        self::assertNotSame($page->person_id, Page::query()->where('kind', 'call')->latest('ordinal')->firstOrFail()->person_id);
        self::assertSame(1, Entry::query()->where('kind', 'call.released')->count());
    }

    /** @return iterable<string, array{\Closure(self, Page): mixed}> */
    public static function goesAway(): iterable
    {
        yield 'says no' => [static fn(self $test, Page $page) => $test->answer($page, 'no')];
        yield 'leaves' => [static fn(self $test, Page $page) => app(PersonLeaves::class)(
            $test->person($page->person_id), $test->person('per-strand'),
        )];
    }

    /** @param  \Closure(self, Page): mixed  $goes */
    #[DataProvider('goesAway')]
    public function test_somebody_else_who_goes_away_leaves_whoever_has_it_held_to_it(\Closure $goes): void
    {
        $first = $this->page();
        $this->later(600);
        $this->clock();
        $second = Page::query()->where('person_id', '!=', $first->person_id)->firstOrFail();
        $this->answer($second, 'yes');
        DB::transaction(fn() => $goes($this, $first));
        self::assertSame($second->person_id, $this->call_()->held_by);
        $this->later(1200);
        $this->clock();
        self::assertSame($second->person_id, Page::query()->where('kind', 'ask')->sole()->person_id);
    }

    public function test_who_does_something_is_left_alone(): void
    {
        $page = $this->page();
        $this->answer($page, 'yes');
        $this->later(60);
        $incident = $this->call_()->occasion->record_id;
        $this->actingAs($this->person($page->person_id))
            ->post("/incidents/$incident/notes", ['text' => 'Looking at the antenna'])->assertSessionHasNoErrors();
        foreach ([1200, 3600, 3600] as $seconds) {
            $this->later($seconds);
            $this->clock();
        }

        self::assertSame(0, Page::query()->where('kind', 'ask')->count());
        self::assertNull($this->call_()->hold_due_at);
    }

    public function test_who_hands_it_on_has_it_until_the_other_says_yes(): void
    {
        $page = $this->page();
        $other = Person::query()->where('team_id', 'lanes')->orderBy('id')->firstOrFail();
        $this->answer($page, 'hand', ['to' => $other->name])->assertSessionHasNoErrors();
        $this->answer($page, 'hand', ['to' => $other->name])->assertSessionHasNoErrors();
        self::assertSame($page->person_id, $this->call_()->held_by);
        $handed = Page::query()->where('person_id', $other->id)->sole();
        self::assertSame(["call:{$this->call_()->id}"], self::entriesOf(PagingEntry::CallHanded));

        $this->later(20);
        $this->answer($handed, 'yes');
        self::assertSame([Outcome::Acknowledged, $other->id], [$this->call_()->outcome, $this->call_()->held_by]);
        self::assertSame(Outcome::Resolved, Call::query()->whereNotNull('handed_from')->sole()->outcome);
    }

    /** @return array{Page, Page} the page of whoever was called, and of somebody to whom they handed it */
    private function handOn(string $team = 'lanes'): array
    {
        $page = $this->page();
        $other = Person::query()->where('team_id', $team)->orderBy('id')->firstOrFail();
        $this->answer($page, 'hand', ['to' => $other->name])->assertSessionHasNoErrors();

        return [$page, Page::query()->where('person_id', $other->id)->sole()];
    }

    public function test_who_took_what_was_handed_to_them_has_it_is_asked_about_it_and_hands_it_back(): void
    {
        [$page, $handed] = $this->handOn();
        $this->later(20);
        $this->answer($handed, 'yes')->assertSessionHasNoErrors();
        $this->withCookie("page_$handed->id", hash('sha256', $handed->token))->get($handed->link())->assertInertia(
            fn(Shown $shown) => $shown->where('callOutcome', 'acknowledged')->where('heldByMe', true)->where('answer', 'yes')
                ->where('others', fn(Collection $all): bool => $all->where('me', true)->count() === 1),
        );
        $this->withCookie("page_$page->id", hash('sha256', $page->token))->get($page->link())->assertInertia(
            fn(Shown $shown) => $shown->where('heldBy', $this->person($handed->person_id)->name)->where(
                'others', fn(Collection $all): bool => $all->pluck('answer', 'name')->all()
                    == [$this->person($page->person_id)->name => 'hand', $this->person($handed->person_id)->name => 'yes'],
            ),
        );
        $this->actingAs($this->person($handed->person_id))->get("/incidents/{$this->call_()->occasion->record_id}")->assertInertia(
            fn(Shown $shown) => $shown->where('calls.0.iHaveIt', true)->where('calls.0.mine', $handed->id),
        );
        $this->later(1200);
        $this->clock();
        $ask = Page::query()->where('kind', 'ask')->sole();
        self::assertSame([$handed->person_id, $handed->channel, $handed->address], [$ask->person_id, $ask->channel, $ask->address]);
        $this->later(179);
        $this->clock();
        self::assertSame($handed->person_id, $this->call_()->held_by);
        $this->later(1);
        $this->clock();
        self::assertNull($this->call_()->held_by);
        self::assertNull($handed->refresh()->answer, 'They are asked anew.');
        $this->answer($ask, 'yes');
        self::assertSame($handed->person_id, $this->call_()->held_by);
        $this->answer($handed, 'no')->assertSessionHasNoErrors();
        self::assertSame([Outcome::Waiting, null], [$this->call_()->outcome, $this->call_()->held_by]);
        self::assertSame(["call:{$this->call_()->id}"], self::entriesOf(PagingEntry::CallDeclined));
    }

    public function test_who_takes_what_was_handed_to_them_later_is_asked_then(): void
    {
        [, $handed] = $this->handOn();
        $this->answer($handed, 'later', ['minutes' => 60]);
        self::assertSame($handed->person_id, $this->call_()->held_by);
        $this->later(3599);
        $this->clock();
        self::assertSame(0, Page::query()->where('kind', 'ask')->count());
        $this->later(1);
        $this->clock();
        self::assertSame(1, Page::query()->where('kind', 'ask')->count());
    }

    public function test_who_hands_it_on_further_is_out_of_it_once_that_one_says_yes(): void
    {
        [, $handed] = $this->handOn();
        $third = Person::query()->where('team_id', 'crew')->orderBy('id')->firstOrFail();
        $this->answer($handed, 'hand', ['to' => $third->name])->assertSessionHasNoErrors();
        self::assertSame($handed->person_id, $this->call_()->held_by);
        $this->answer(Page::query()->where('person_id', $third->id)->sole(), 'yes');
        self::assertSame([Outcome::Acknowledged, $third->id], [$this->call_()->outcome, $this->call_()->held_by]);
        self::assertSame(2, Call::query()->whereNotNull('handed_from')->where('outcome', Outcome::Resolved)->count());
    }

    #[TestWith(['yes'])]
    #[TestWith(['no'])]
    public function test_an_answer_that_comes_after_somebody_else_took_it_leaves_it_theirs(string $answer): void
    {
        [$page, $handed] = $this->handOn();
        $this->answer($page, 'no');
        $next = Page::query()->where('call_id', $this->call_()->id)->where('person_id', '!=', $page->person_id)
            ->orderBy('id')->firstOrFail();
        $this->answer($next, 'yes');
        $this->answer($handed, $answer);
        self::assertSame([Outcome::Acknowledged, $next->person_id], [$this->call_()->outcome, $this->call_()->held_by]);
        self::assertSame([], self::entriesOf(PagingEntry::CallNotHanded));
    }

    public function test_a_yes_that_comes_after_it_was_given_back_takes_it_before_anybody_else_has(): void
    {
        [$page, $handed] = $this->handOn();
        $this->answer($page, 'no');
        self::assertSame(Outcome::Waiting, $this->call_()->outcome);
        $this->answer($handed, 'yes');
        self::assertSame([Outcome::Acknowledged, $handed->person_id], [$this->call_()->outcome, $this->call_()->held_by]);
    }

    public function test_a_question_that_comes_back_goes_another_way(): void
    {
        $page = $this->page();
        Contact::query()->create([
            'person_id' => $page->person_id, 'channel' => 'text', 'address' => '+47 900 00 000', 'after_seconds' => 999,
        ]);
        $this->answer($page, 'yes');
        $this->later(1200);
        $this->clock();
        $ask = Page::query()->where('kind', 'ask')->sole();
        $this->deliver();
        $this->tells($ask, ['event' => 'failed', 'why' => 'switched off'])->assertOk();
        $this->tells($ask, ['event' => 'failed', 'why' => 'switched off'])->assertOk();
        $again = Page::query()->where('kind', 'ask')->whereKeyNot($ask->id)->sole();
        self::assertNotSame([$ask->channel, $ask->address], [$again->channel, $again->address]);
        self::assertTrue(DB::table('outbox')->where('kind', 'page')->where('key', "page-$again->id")->exists());
        $tried = 2;
        while (true) {
            $last = Page::query()->where('kind', 'ask')->latest('id')->firstOrFail();
            $this->tells($last, ['event' => 'failed', 'why' => 'switched off']);
            if (Page::query()->where('kind', 'ask')->count() === $tried) {
                break;
            }
            $tried++;
        }
        self::assertSame($tried, Contact::query()->where('person_id', $page->person_id)->count(), 'Each way once.');
        self::assertSame($page->person_id, $this->call_()->held_by);
        $this->later(180);
        $this->clock();
        self::assertNull($this->call_()->held_by);
        $this->tells($last, ['event' => 'failed', 'why' => 'switched off']);
        self::assertSame($tried, Page::query()->where('kind', 'ask')->count());
    }

    public function test_if_the_other_says_no_or_nothing_the_call_goes_on(): void
    {
        foreach (['no', null] as $i => $answer) {
            $page = $i === 0
                ? $this->page()
                : Page::query()->where('kind', 'call')
                    ->whereNull('answer')->whereHas('call', fn($q) => $q->whereNull('handed_from'))->latest('id')
                    ->firstOrFail();
            $other = Person::query()->where('team_id', 'crew')->orderBy('id')->skip($i)->firstOrFail();
            $this->answer($page, 'hand', ['to' => $other->name])->assertSessionHasNoErrors();
            $this->later(10);
            if ($answer !== null) {
                $this->answer(Page::query()->where('person_id', $other->id)->firstOrFail(), $answer);
            } else {
                $this->later(600);
                $this->clock();
            }
            self::assertSame([Outcome::Waiting, null], [$this->call_()->outcome, $this->call_()->held_by], $answer ?? 'silence');
        }
        self::assertSame(2, Entry::query()->where('kind', 'call.not_handed')->count());
    }

    public function test_a_name_that_two_have_is_asked_about(): void
    {
        Person::query()->whereKey(['noor-lind', 'mika-sund'])->update(['name' => DB::raw("'Robin ' || name")]);
        foreach (['noor-lind', 'mika-sund'] as $id) {
            Contact::query()->firstOrCreate(['person_id' => $id, 'channel' => 'push'], ['address' => $id, 'after_seconds' => 0]);
        }
        $said = $this->tells($this->page(), ['event' => 'answered', 'text' => 'hand to robin'])->json('say');

        self::assertStringContainsString('Write the whole name', (string) $said);
        self::assertSame(Outcome::Waiting, $this->call_()->outcome);
    }

    public function test_pages_that_are_due_at_once_go_out_as_one_and_are_answered_as_one(): void
    {
        $first = $this->page();
        $this->answer($first, 'yes');
        foreach (['feed-gateway', 'crew-db-1', 'fuel-db-1'] as $i => $item) {
            $this->declare($item, "More trouble $i");
        }
        $before = count(Http::recorded());
        $this->deliver();
        $pages = Page::query()->where('id', '>', $first->id)->orderBy('id')->get();
        self::assertSame(3, $pages->count());
        self::assertSame(1, count(Http::recorded()) - $before, 'Three pages rang once.');
        $sent = Http::recorded()->last()[0] ?? null;
        self::assertStringContainsString('3 pages', (string) ($sent['text'] ?? ''));
        self::assertSame([null, $pages[0]?->id, $pages[0]?->id], $pages->pluck('lead_id')->all());
        self::assertSame(0, $pages->whereNull('sent_at')->count());

        $lead = $pages[0] ?? throw new \LogicException;
        $this->get($lead->link())->assertInertia(fn(Shown $shown) => $shown->has('with', 3)->where(
            'with', fn(Collection $with): bool => $with->where('mine', true)->pluck('title')->all() === ['Clock'],
        ));
        $this->tells($lead, ['event' => 'answered', 'text' => 'yes'])->assertOk();
        self::assertSame(4, Call::query()->where('outcome', Outcome::Acknowledged)->count());
    }
}
