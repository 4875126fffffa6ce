<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\EscalationPolicy;
use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Paging\Unanswered;
use App\Platform\Journal\Entry;
use App\Signals\Alert;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Paging\Outcome;
use Tests\TestCase;

/** Calling more people from the room, and answering there. */
final class HandCallTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('clk-2', 'error')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'Clock', 'service' => 'vehicle-lanes',
            'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
        ])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->whereNull('resolved_at')->sole();
    }

    public function test_whom_it_makes_is_said_before_anybody_is_paged(): void
    {
        $pages = Page::query()->count();
        $told = $this->getJson(
            "/incidents/{$this->incident->id}/calls?whom[]=team:lanes&whom[]=person:noor-lind&whom[]=team:platform",
        )->assertOk();

        self::assertSame($pages, Page::query()->count());
        self::assertSame(['Noor Lind'], $told->json('makes.1.people'));
        self::assertNotEmpty($told->json('makes.0.people'));
        self::assertSame([null, null, 'is being called already'], array_column((array) $told->json('makes'), 'already'));
        self::assertContains('team:platform', array_column((array) $told->json('owners'), 'whom'), 'The clock is theirs.');
        self::assertNotSame([], $told->json('owners.0.owns'));
        $this->post(
            "/incidents/{$this->incident->id}/calls", ['whom' => ['team:lanes'], 'why' => 'knows the clock'],
        )->assertSessionHasNoErrors();
        $first = Page::query()->where('call_id', Call::query()->where('team_id', 'lanes')->sole()->id)->with('person')->get();
        self::assertEqualsCanonicalizing(
            $told->json('makes.0.people'),
            $first->map(static fn(Page $page): string => $page->person->name ?? '')->unique()->values()->all(),
        );
    }

    public function test_a_second_click_and_a_second_coordinator_page_nobody_twice(): void
    {
        foreach (['k1', 'k1', 'k2'] as $key) {
            $this->post(
                "/incidents/{$this->incident->id}/calls",
                ['whom' => ['person:noor-lind', 'team:lanes'], 'why' => 'knows the clock'], ['X-Request-Key' => $key],
            )->assertSessionHasNoErrors();
        }

        self::assertSame(3, Call::query()->count());
        self::assertSame(1, Page::query()->where('person_id', 'noor-lind')->count());
    }

    public function test_one_who_did_not_answer_can_be_called_again(): void
    {
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind'], 'why' => 'knows the clock']);
        $this->later(3600);
        $this->clock();
        self::assertSame(
            1, Page::query()->where('person_id', 'noor-lind')->where('channel', 'push')->count(), 'Once, not round after round.',
        );
        self::assertSame(Outcome::Exhausted, Call::query()->where('person_id', 'noor-lind')->sole()->outcome);
        $this->post(
            "/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind'], 'why' => 'knows the clock'],
            ['X-Request-Key' => 'later'],
        );
        self::assertSame(2, Call::query()->where('person_id', 'noor-lind')->count());
    }

    public function test_only_coordinators_call_and_only_whom_there_is_for_what_is_open(): void
    {
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => [], 'why' => 'knows the clock'])->assertSessionHasErrors('whom');
        $this->post(
            "/incidents/{$this->incident->id}/calls", ['whom' => ['person:nobody'], 'why' => 'knows the clock'],
        )->assertSessionHasErrors('action');
        $this->post("/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'y']);
        $this->post(
            "/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind'], 'why' => 'knows the clock'],
        )->assertSessionHasErrors('action');
        $this->actingAs($this->person('noor-lind'))
            ->post("/incidents/{$this->incident->id}/calls", ['whom' => ['team:lanes'], 'why' => 'knows the clock'])
            ->assertForbidden();
        self::assertSame(1, Call::query()->count());
    }

    public function test_who_is_signed_in_answers_in_the_room_for_themselves_alone(): void
    {
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind'], 'why' => 'knows the clock']);
        $page = Page::query()->where('person_id', 'noor-lind')->sole();
        $this->post("/incidents/{$this->incident->id}/answer", ['page' => $page->id, 'answer' => 'yes'])->assertForbidden();
        $this->actingAs($this->person('noor-lind'));
        $this->get("/incidents/{$this->incident->id}")->assertInertia(
            fn(Shown $shown) => $shown->where('calls.1.mine', $page->id)->where('calls.1.team', 'Noor Lind'),
        );
        $this->post("/incidents/{$this->incident->id}/answer", ['page' => $page->id, 'answer' => 'yes'])->assertSessionHasNoErrors();
        self::assertSame('noor-lind', Call::query()->where('person_id', 'noor-lind')->sole()->held_by);
        self::assertSame('room', $page->refresh()->answered_how);
    }

    public function test_a_no_of_somebody_who_was_named_ends_the_call_and_is_a_decision(): void
    {
        $this->post(
            "/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind'], 'why' => 'wrote the barrier code'],
        )->assertSessionHasNoErrors();
        $page = Page::query()->where('person_id', 'noor-lind')->sole();
        $this->get($page->link())->assertInertia(
            fn(Shown $shown) => $shown->where('reason', 'wrote the barrier code')->where('by', 'Ingrid Vale')->where('afterNo', 'next'),
        );
        $this->answer($page, 'no', ['why' => 'on a ferry'])->assertSessionHasNoErrors();
        $call = Call::query()->where('person_id', 'noor-lind')->sole();
        self::assertSame(Outcome::Exhausted, $call->outcome);
        $this->withCookie("page_$page->id", hash('sha256', $page->token))
            ->get($page->refresh()->link())->assertInertia(fn(Shown $shown) => $shown->where('afterNo', 'nobody'));
        $this->get('/')->assertInertia(
            fn(Shown $shown) => $shown->count('unanswered', 1)
                ->where('unanswered.0.words', 'Noor Lind said no')
                ->where('unanswered.0.said', 'Noor Lind: "on a ferry"')
                ->where('unanswered.0.link', "/incidents/{$this->incident->id}"),
        );
        $this->get("/incidents/{$this->incident->id}")->assertInertia(
            fn(Shown $shown) => $shown->where('calls.1.unanswered', true)
                ->where('calls.1.ended', 'Noor Lind said no')->where('calls.1.reason', 'wrote the barrier code'),
        );
        self::assertSame(
            ['Noor Lind said no'],
            Entry::query()->where('kind', 'call.exhausted')
                ->get()->map(static fn(Entry $e): string => \App\Platform\Journal\Sentence::of($e)->lead)->all(),
        );
        $this->later(3 * 3600);
        $this->clock();
        self::assertSame(1, Page::query()->where('person_id', 'noor-lind')->count());
        // Whoever calls somebody else has decided.
        $this->post(
            "/incidents/{$this->incident->id}/calls", ['whom' => ['person:mika-sund'], 'why' => 'instead'],
            ['X-Request-Key' => 'else'],
        );
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->where('unanswered', []));
    }

    public function test_whoever_gives_a_call_back_that_was_made_to_them_is_not_paged_again(): void
    {
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind'], 'why' => 'x']);
        $page = Page::query()->where('person_id', 'noor-lind')->sole();
        $this->answer($page, 'yes');
        $this->later(60);
        $this->answer($page, 'no', ['why' => 'called away']);
        $this->later(3600);
        $this->clock();
        self::assertSame(1, Page::query()->where('person_id', 'noor-lind')->count());
        self::assertSame(Outcome::Exhausted, Call::query()->where('person_id', 'noor-lind')->sole()->outcome);
    }

    public function test_when_everybody_whom_a_policy_pages_has_said_no_that_is_a_decision_at_once(): void
    {
        EscalationPolicy::query()
            ->where('team_id', 'lanes')
            ->update(['rounds' => 2, 'steps' => json_encode([['targets' => ['person:noor-lind'], 'wait_seconds' => 900]])]);
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['team:lanes'], 'why' => 'x'])->assertSessionHasNoErrors();
        $call = Call::query()->where('team_id', 'lanes')->sole();
        self::assertNull($call->refused_at);
        $this->answer(Page::query()->where('call_id', $call->id)->sole(), 'no', ['why' => 'ill']);
        $call->refresh();
        self::assertSame(Outcome::Waiting, $call->outcome, 'Its policy goes on.');
        self::assertNotNull($call->refused_at);
        self::assertSame(['Noor Lind of Lane systems said no'], array_column(Unanswered::all(), 'words'));
        self::assertSame(["call:$call->id"], self::entriesOf(PagingEntry::CallRefused));
        $this->later(901);
        $this->clock();
        self::assertNull($call->refresh()->refused_at, 'The next round asks again.');
        self::assertSame([], Unanswered::all());
    }

    public function test_a_call_is_stopped_with_a_reason_and_pages_nobody_further(): void
    {
        $call = Call::query()->where('team_id', 'platform')->sole();
        $url = "/calls/$call->id/stop";
        $this->post($url, ['why' => ''])->assertSessionHasErrors('why');
        $this->actingAs($this->person('noor-lind'))->post($url, ['why' => 'x'])->assertForbidden();
        $this->actingAs($this->person('ingrid-vale'));
        $pages = Page::query()->count();
        foreach ([1, 2] as $click) {
            $this->post($url, ['why' => 'they sit next to me'], ['X-Request-Key' => 'stop'])->assertSessionHasNoErrors();
        }
        $this->post($url, ['why' => 'a second coordinator'], ['X-Request-Key' => 'other'])->assertSessionHasErrors('action');
        $this->later(3600);
        $this->clock();
        self::assertSame($pages, Page::query()->count());
        self::assertSame([], Unanswered::all());
        $this->get("/incidents/{$this->incident->id}")->assertInertia(fn(Shown $shown) => $shown->where(
            'calls.0.stopped', ['by' => 'Ingrid Vale', 'why' => 'they sit next to me'],
        ));
        self::assertSame(1, Entry::query()->where('kind', 'call.stopped')->count());
        $this->post('/calls/999/stop', ['why' => 'x'])->assertNotFound();
    }

    public function test_what_is_handed_on_stands_under_called_like_all_else(): void
    {
        $page = Page::query()->where('call_id', Call::query()->sole()->id)->firstOrFail();
        $this->answer($page, 'hand', ['to' => 'Noor Lind'])->assertSessionHasNoErrors();
        $this->get("/incidents/{$this->incident->id}")->assertInertia(
            fn(Shown $shown) => $shown->where('calls.1.team', 'Noor Lind')->where('calls.1.handed', true)->count('calls.1.pages', 1),
        );
    }
}
