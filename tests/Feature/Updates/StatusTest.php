<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Moment;
use App\Signals\Alert;
use App\Topology\Standing;
use App\Updates\NextUpdate;
use App\Updates\PublicStates;
use App\Updates\Update;
use App\Updates\UpdateEntry;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Tests\TestCase;

/** Outsiders see what they were told, and nothing that they were not. */
final class StatusTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signal([self::firing('feed-gateway', 'error')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'SECRET: gateway of supplier X hangs',
            'service' => 'vessel-positions',
            'impact' => 'part', 'urgency' => 'soon', 'team' => null,
        ])->assertSessionHasNoErrors();
    }

    public function test_an_incident_without_an_update_is_not_public(): void
    {
        auth()->logout();
        $states = array_column($this->outside()['services'], 'state', 'name');
        self::assertSame([[], null], [$this->outside()['open'], $states['Ship positions']]);
        self::assertSame(['up'], array_values(array_unique(array_diff_key($states, ['Ship positions' => true]))));
        self::assertStringNotContainsString('SECRET', (string) $this->get('/status')->getContent());
        self::assertStringNotContainsString('SECRET', (string) $this->get('/report')->getContent());
    }

    public function test_a_reporter_learns_that_it_is_known_before_outsiders_were_told_more(): void
    {
        $this->get('/report?service=vessel-positions')->assertInertia(fn(Shown $page) => $page
            ->where('affected.answer', 'unsure')
            ->where('affected.text', 'We are looking into Ship positions. Tell us what happens at your end.'));
    }

    public function test_the_draft_names_services_by_their_public_names_and_leaves_out_those_that_have_none(): void
    {
        $draft = NextUpdate::of($this->incident(), Situation::now());

        self::assertSame(1, $draft['number']);
        self::assertSame('Ship positions: only partly working since 09:00 CET. We are looking for the cause.', $draft['text']);
        self::assertSame([['name' => 'Ship positions', 'state' => 'degraded']], $draft['services']);
        self::assertSame(240, $draft['next_minutes']);
        self::assertStringContainsString('We are fixing it.', NextUpdate::of($this->incident(), Situation::now(), Stage::Fixing)['text']);
    }

    public function test_what_was_told_stays_as_it_was_told(): void
    {
        $this->publish(1, 'Ship positions are late.');
        $this->signal([self::firing('board-web-1'), self::firing('board-web-2')]);
        $this->takeSignals();
        $this->post("/incidents/{$this->incident()->id}/alerts", ['alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all()]);
        self::assertSame(
            [1, 'Ship positions are late.'],
            [count($this->outside()['open'][0]['services']), $this->outside()['open'][0]['updates'][0]['text']],
        );
        $this->publish(2, 'The boards are dark, too.');

        $open = $this->outside()['open'][0];
        self::assertSame([2, [2, 1]], [count($open['services']), array_column($open['updates'], 'number')]);
    }

    public function test_an_update_says_when_the_next_one_comes_and_refuses_too_soon(): void
    {
        $this->publish(1, 'Late.', 3)->assertSessionHasErrors(['next_minutes' => 'Leave at least 5 minutes until the next update.']);
        $this->publish(1, '')->assertSessionHasErrors(['text' => 'Say what is affected.']);
        self::assertSame(0, Update::query()->where('incident_id', $this->incident()->id)->count());
        $this->publish(1, 'Late.', 45);

        self::assertSame('2026-03-03 08:45:00', Update::query()->latest('id')->firstOrFail()->next_at?->format('Y-m-d H:i:s'));
    }

    public function test_what_is_over_is_told_for_thirty_days(): void
    {
        self::assertCount(2, $this->outside()['past']);
        $this->later(31 * 86400);
        self::assertCount(0, $this->outside()['past']);
    }

    public function test_a_responder_may_not_speak_to_outsiders(): void
    {
        $incident = $this->incident();
        $this->actingAs($this->person('noor-lind'));
        $this->publish(1, 'Hello')->assertForbidden();
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'y'])->assertForbidden();
        $this->post("/incidents/$incident->id/notes", ['text' => 'I am on it'])->assertSessionHasNoErrors();
    }

    /** @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function publish(int $number, string $text, int $minutes = 30): \Illuminate\Testing\TestResponse
    {
        return $this->from('/')->post(
            "/incidents/{$this->incident()->id}/updates",
            ['number' => $number, 'stage' => 'looking', 'text' => $text, 'next_minutes' => $minutes],
        );
    }

    private function incident(): Incident
    {
        return Incident::query()->whereNull('resolved_at')->sole();
    }

    public function test_what_is_worse_than_was_published_is_not_said_to_work_and_is_a_decision(): void
    {
        self::assertNull($this->outsideState('Ship positions'));
        $this->get('/')->assertInertia(fn(Shown $page) => $page->where(
            'unsaid',
            [[
                'name' => 'Ship positions', 'item' => 'vessel-positions', 'state' => 'degraded', 'published' => 'up',
                'incident' => ['id' => $this->incident()->id, 'ref' => $this->incident()->ref()],
            ]],
        ));
        $this->post('/status/doubts', ['name' => 'Ship positions', 'state' => 'degraded', 'admit' => false])->assertSessionHasErrors('why');
        $this->actingAs($this->person('noor-lind'))
            ->post('/status/doubts', ['name' => 'Ship positions', 'state' => 'degraded', 'admit' => true])->assertForbidden();
        $this->actingAs($this->person('ingrid-vale'))
            ->post('/status/doubts', ['name' => 'Ship positions', 'state' => 'degraded', 'admit' => true])->assertSessionHasNoErrors();
        // A second one, who saw it undecided, is told where they decide otherwise.
        $this->actingAs($this->person('mika-sund'))->post(
            '/status/doubts', ['name' => 'Ship positions', 'state' => 'degraded', 'admit' => true], ['X-Request-Key' => 'alike'],
        )->assertSessionHasNoErrors();
        $this->actingAs($this->person('mika-sund'))->post(
            '/status/doubts', ['name' => 'Ship positions', 'state' => 'degraded', 'admit' => false, 'why' => 'x'],
            ['X-Request-Key' => 'second'],
        )->assertSessionHasErrors(['action' => 'Ingrid Vale decided meanwhile: outsiders read that Ship positions is looked into.']);
        self::assertSame('ingrid-vale', DB::table('public_doubts')->value('person_id'));
        $this->actingAs($this->person('ingrid-vale'));
        $this->get('/')->assertInertia(fn(Shown $page) => $page->where('unsaid', []));
        auth()->guard()->logout();
        self::assertSame(
            'We are looking into reports about Ship positions.',
            array_column($this->outside()['services'], 'looking', 'name')['Ship positions'],
        );
        foreach (['/status', '/status/screen.txt'] as $page) {
            self::assertSame(1, substr_count((string) $this->get($page)->getContent(), 'We are looking into reports about'), $page);
            $this->get($page)->assertSee('We are looking into reports about Ship positions.');
        }
        $this->get('/report?service=vessel-positions')->assertInertia(fn(Shown $page) => $page->where('affected.answer', 'unsure'));
        // It gets worse: that is to be decided about anew.
        $this->later(60);
        $this->signal([self::firing('vessel-positions')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))
            ->get('/')
            ->assertInertia(fn(Shown $page) => $page->where(
                'unsaid', fn(Collection $unsaid): bool => $unsaid->firstWhere('name', 'Ship positions')['state'] === 'down',
            ));
        $this->post(
            '/status/doubts', ['name' => 'Ship positions', 'state' => 'degraded', 'admit' => false, 'why' => 'it is only late'],
            ['X-Request-Key' => 'before'],
        )->assertSessionHasErrors(['action' => 'Ship positions is worse by now than you saw. Look again, then decide.']);
        $this->post(
            '/status/doubts', ['name' => 'Ship positions', 'state' => 'down', 'admit' => false, 'why' => 'the monitor is wrong'],
            ['X-Request-Key' => 'keep'],
        )->assertSessionHasNoErrors();
        self::assertSame('up', $this->outsideState('Ship positions'));
        self::assertSame(
            [['service:vessel-positions'], ['service:vessel-positions']],
            [self::entriesOf(UpdateEntry::StatusAdmitted), self::entriesOf(UpdateEntry::StatusKept)],
        );
        // Once it has been well again, the next time is another decision.
        Alert::query()->whereNull('closed_at')->update(['closed_at' => now()]);
        $this->publish(1, 'Ship positions are late.');
        self::assertSame(1, PublicStates::forgetSettled());
        $this->post(
            '/status/doubts', ['name' => 'Ship positions', 'state' => 'down', 'admit' => true], ['X-Request-Key' => 'late'],
        )->assertSessionHasErrors('action');
    }

    public function test_planned_work_alone_is_no_doubt(): void
    {
        $this->publish(1, 'Ship positions are late.');
        DB::table('quiet_times')->insert([
            'items' => '["manifest-db-1"]', 'covers' => '["manifest-db-1","manifest-db-2"]', 'with_dependents' => false,
            'from_at' => Moment::text(Moment::now() - 60), 'to_at' => Moment::text(Moment::now() + 3600), 'reason' => 'new disks',
            'author_id' => 'ingrid-vale', 'made_at' => Moment::precise(now()),
        ]);
        $this->signal([self::firing('manifest-db-1'), self::firing('manifest-db-2')]);
        $this->takeSignals();
        self::assertSame(State::Down, Standing::now()->state('freight-manifests'));
        self::assertSame([], array_column(PublicStates::doubtful(), 'name'));
        // With a failure beside it that is not planned, it is one.
        $this->signal([
            self::firing('manifest-api-1'), self::firing('manifest-api-2'), self::firing('booking-db-1'),
            self::firing('booking-db-2'),
        ]);
        $this->takeSignals();
        self::assertNotContains('Freight papers', array_column(PublicStates::doubtful(), 'name'), 'No worse than planned.');
        self::assertNotSame([], PublicStates::doubtful());
    }
}
