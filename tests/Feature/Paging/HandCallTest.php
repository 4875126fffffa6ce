<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\Page;
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
            'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'Clock', 'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
        ])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->whereNull('resolved_at')->sole();
    }

    public function test_whom_it_makes_is_said_before_anybody_is_paged(): void
    {
        $pages = Page::query()->count();
        $told = $this->getJson("/incidents/{$this->incident->id}/calls?whom[]=team:lanes&whom[]=person:noor-lind&whom[]=team:platform")->assertOk();

        self::assertSame($pages, Page::query()->count());
        self::assertSame(['Noor Lind'], $told->json('makes.1.people'));
        self::assertNotEmpty($told->json('makes.0.people'));
        self::assertSame([null, null, 'is being called already'], array_column((array) $told->json('makes'), 'already'));
        self::assertContains('team:platform', array_column((array) $told->json('owners'), 'whom'), 'The clock is theirs.');
        self::assertNotSame([], $told->json('owners.0.owns'));
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['team:lanes']])->assertSessionHasNoErrors();
        $first = Page::query()->where('call_id', Call::query()->where('team_id', 'lanes')->sole()->id)->with('person')->get();
        self::assertEqualsCanonicalizing($told->json('makes.0.people'), $first->map(static fn(Page $page): string => $page->person->name ?? '')->unique()->values()->all());
    }

    public function test_a_second_click_and_a_second_coordinator_page_nobody_twice(): void
    {
        foreach (['k1', 'k1', 'k2'] as $key) {
            $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind', 'team:lanes']], ['X-Request-Key' => $key])->assertSessionHasNoErrors();
        }

        self::assertSame(3, Call::query()->count());
        self::assertSame(1, Page::query()->where('person_id', 'noor-lind')->count());
    }

    public function test_one_who_did_not_answer_can_be_called_again(): void
    {
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind']]);
        $this->later(3600);
        $this->clock();
        self::assertSame(Outcome::Exhausted, Call::query()->where('person_id', 'noor-lind')->sole()->outcome);
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind']], ['X-Request-Key' => 'later']);
        self::assertSame(2, Call::query()->where('person_id', 'noor-lind')->count());
    }

    public function test_only_coordinators_call_and_only_whom_there_is_for_what_is_open(): void
    {
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => []])->assertSessionHasErrors('whom');
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:nobody']])->assertSessionHasErrors('action');
        $this->post("/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'y']);
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind']])->assertSessionHasErrors('action');
        $this->actingAs($this->person('noor-lind'))->post("/incidents/{$this->incident->id}/calls", ['whom' => ['team:lanes']])->assertForbidden();
        self::assertSame(1, Call::query()->count());
    }

    public function test_who_is_signed_in_answers_in_the_room_for_themselves_alone(): void
    {
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind']]);
        $page = Page::query()->where('person_id', 'noor-lind')->sole();
        $this->post("/incidents/{$this->incident->id}/answer", ['page' => $page->id, 'answer' => 'yes'])->assertForbidden();
        $this->actingAs($this->person('noor-lind'));
        $this->get("/incidents/{$this->incident->id}")->assertInertia(fn(Shown $shown) => $shown->where('calls.1.mine', $page->id)->where('calls.1.team', 'Noor Lind'));
        $this->post("/incidents/{$this->incident->id}/answer", ['page' => $page->id, 'answer' => 'yes'])->assertSessionHasNoErrors();
        self::assertSame('noor-lind', Call::query()->where('person_id', 'noor-lind')->sole()->held_by);
        self::assertSame('room', $page->refresh()->answered_how);
    }
}
