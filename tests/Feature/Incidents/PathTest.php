<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Desk\RunningClocks;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Roles\RoleHeld;
use App\Paging\Call;
use App\Paging\Page;
use App\Platform\Journal\Entry;
use App\Signals\Alert;
use App\Signals\SignalEntry;
use App\Updates\Update;
use Illuminate\Http\Client\Request as Sent;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Stage;
use Skarvo\Paging\Outcome;
use Tests\TestCase;

/** From a signal to restored service, over HTTP. */
final class PathTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('clk-2', 'error'), self::firing('lane-control-ask'), self::firing('lane-control-skjell')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'));
    }

    public function test_the_watch_shows_one_decision_with_what_is_at_the_bottom(): void
    {
        $this->get('/')->assertInertia(fn(Shown $page) => $page->component('Desk/Watch')
            ->has('groups', 1)
            ->where('groups.0.count', 3)
            ->where('groups.0.root.id', 'clk-2')
            ->where('groups.0.root.explains', 3)
            ->where('groups.0.services.0.id', 'vehicle-lanes')
            ->where('clocks.0.title', fn(string $title): bool => str_ends_with($title, 'nobody has it')));
    }

    public function test_the_proposal_is_filled_in_with_reasons(): void
    {
        $answer = $this->postJson('/incidents-proposal', ['alerts' => $this->alerts()])->assertOk();

        self::assertSame(
            ['vehicle-lanes', 'wide', 'now', 'platform'],
            array_map(fn(string $key) => $answer->json("$key.value"), ['service', 'impact', 'urgency', 'team']),
        );
        self::assertSame('Something is broken at 14 sites.', $answer->json('impact.why'));
        self::assertSame('Owns Time server clk-2, which explains most of the alerts.', $answer->json('team.why'));
        self::assertNotNull($answer->json('team.onCall'));
        self::assertSame('Affected now: 14 sailings an hour.', $answer->json('behind'));
        self::assertSame(
            ['vehicle-lanes', 1, 'degraded'],
            [$answer->json('hit.0.id'), $answer->json('hit.0.tier'), $answer->json('hit.0.state')],
        );
        self::assertSame([['update_minutes' => 30], 7200], [$answer->json('targets.1'), $answer->json('restore..1')]);
    }

    public function test_two_who_declare_from_one_alert_make_one_incident_and_the_second_is_told(): void
    {
        $this->declare()->assertRedirect();
        $this->actingAs($this->person('mika-sund'));
        $this->from('/')->declare()->assertRedirect('/')->assertSessionHasErrors(['action']);

        $this->assertStringContainsString('was declared from this alert by Ingrid Vale', (string) session('errors')?->first('action'));
        self::assertSame(1, Incident::query()->whereNull('resolved_at')->count());
        self::assertSame(1, Call::query()->count());
    }

    public function test_a_request_that_comes_twice_does_its_work_once(): void
    {
        $this->declare(['X-Request-Key' => 'k1'])->assertRedirect();
        $this->declare(['X-Request-Key' => 'k1'])->assertRedirect("/incidents/{$this->incident()->id}")->assertSessionHasNoErrors();
        foreach ([1, 2] as $n) {
            $this->post("/incidents/{$this->incident()->id}/notes", ['text' => 'Rang the supplier'], ['X-Request-Key' => 'k2']);
        }

        self::assertSame(1, Incident::query()->whereNull('resolved_at')->count());
        self::assertSame(1, Entry::query()->where('kind', 'incident.note')->count());
    }

    public function test_nobody_answers_and_the_next_is_paged_until_somebody_does(): void
    {
        $this->declare();
        $this->deliver();
        $first = Page::query()->sole();
        self::assertNotNull($first->sent_at);
        Http::assertSent(
            fn(Sent $sent): bool =>
                $sent->hasHeader('Idempotency-Key', "page-$first->id")
                    && $sent['channel'] === 'push'
                    && str_contains($sent['text'], 'priority 1'),
        );

        $this->later(299);
        $this->clock();
        self::assertSame([$first->person_id], Page::query()->distinct()->pluck('person_id')->all());
        $this->later(1);
        $this->clock();
        $this->deliver();
        $second = Page::query()->latest('ordinal')->firstOrFail();
        self::assertNotSame($first->person_id, $second->person_id);
        self::assertSame(2, $second->step);

        $this->get($second->link())->assertInertia(
            fn(Shown $page) => $page->component('Paging/Answer')->where('occasion.priority', 1)->where('services.0.id', 'vehicle-lanes'),
        );
        $this->answer($second, 'yes')->assertRedirect();
        $call = Call::query()->sole();
        self::assertSame([Outcome::Acknowledged, $second->person_id], [$call->outcome, $call->held_by]);
        $pages = Page::query()->count();
        $this->later(1100);
        $this->clock();
        self::assertSame($pages, Page::query()->count());
        $this->get("/incidents/{$this->incident()->id}")->assertInertia(fn(Shown $page) => $page
            ->where('calls.0.outcome', 'acknowledged')->has('calls.0.pages', $pages)->where('reach.services.0.id', 'vehicle-lanes'));
    }

    public function test_a_decline_pages_the_next_at_once(): void
    {
        $this->declare();
        $first = Page::query()->sole();
        $this->later(30);
        $this->answer($first, 'no', ['why' => 'on the ferry']);

        self::assertNotSame($first->person_id, Page::query()->latest('ordinal')->firstOrFail()->person_id);
        self::assertSame('on the ferry', Entry::query()->where('kind', 'call.declined')->sole()->told()['why']);
        $this->answer($first, 'no');
        self::assertSame(1, Entry::query()->where('kind', 'call.declined')->count());
        $this->answer($first, 'perhaps')->assertSessionHasErrors('answer');
        $this->get('/p/no-such-page')->assertNotFound();
    }

    public function test_a_device_network_that_refuses_is_gone_around_by_the_next_contact(): void
    {
        Http::fake();
        $this->declare();
        Http::swap(new \Illuminate\Http\Client\Factory);
        Http::fake(['devices.test/*' => Http::response('down', 500)]);
        for ($try = 0; $try < 4; $try++) {
            $this->deliver();
            $this->later(10);
        }

        self::assertSame(['push', 'text'], Page::query()->orderBy('ordinal')->limit(2)->pluck('channel')->all());
        self::assertNotNull(Page::query()->orderBy('ordinal')->firstOrFail()->failed_at);
        self::assertSame('answered 500', Entry::query()->where('kind', 'page.failed')->firstOrFail()->told()['error']);
    }

    public function test_reports_are_told_known_linked_resolved_and_answered(): void
    {
        $this->declare();
        $incident = $this->incident();
        $this->publish($incident, 1)->assertSessionHasNoErrors();
        $this->get('/report?service=vehicle-lanes')->assertInertia(
            fn(Shown $page) => $page->where('affected.answer', 'yes')->where('affected.answer', 'yes')
                ->where('affected.said', 'Lanes are shut.'),
        );
        $form = [
            'service' => 'vehicle-lanes', 'site' => 'Ask', 'what' => 'The barrier stays shut', 'name' => 'Lea',
            'email' => 'lea@mail.example', 'send_key' => 'once',
        ];
        $this->post('/report', $form)->assertRedirect();
        $this->post('/report', $form)->assertRedirect();
        $report = Report::query()->sole();
        $this->post("/reports/$report->id/link", ['incident' => $incident->id])->assertSessionHasNoErrors();
        $this->from('/')->post("/reports/$report->id/link", ['incident' => $incident->id])->assertSessionHasErrors('action');

        $preview = $this->getJson("/incidents/$incident->id/resolve")->assertOk();
        self::assertSame(
            [1, ['lea@mail.example'], ['Platform'], ['Vehicle lanes'], ['Vehicle lanes'], 3],
            [
                $preview->json('reports'), $preview->json('mails'), $preview->json('calls'), $preview->json('services'),
                $preview->json('unsure'), count($preview->json('firing')),
            ],
        );
        $this->post(
            "/incidents/$incident->id/resolve",
            ['resolution' => 'Antenna cable replaced', 'update' => 'Vehicle lanes: working normally again.'],
        )->assertSessionHasNoErrors();
        $this->from('/')
            ->post("/incidents/$incident->id/resolve", ['resolution' => 'Again', 'update' => 'Again'])
            ->assertSessionHasErrors('action');
        $this->deliver();

        self::assertSame(Stage::Restored, $incident->refresh()->stage);
        self::assertNotNull($report->refresh()->resolved_at);
        self::assertSame(Outcome::Resolved, Call::query()->sole()->outcome);
        Http::assertSent(
            fn(Sent $sent): bool => $sent->url() === 'http://devices.test/mails' && $sent['to'] === 'lea@mail.example' && str_contains(
                $sent['text'], 'working normally again',
            ),
        );
        self::assertSame([[], 'restored'], [$this->outside()['open'], $this->outside()['past'][0]['updates'][0]['stage']]);
        $this->get("/report/{$report->key()}")->assertInertia(fn(Shown $page) => $page->where(
            'report.resolved_at', fn(?string $at): bool => $at !== null,
        ));
        self::assertSame(3, Alert::query()->where('incident_id', $incident->id)->whereNull('closed_at')->count());
    }

    public function test_an_update_starts_the_clock_of_the_next_and_a_second_author_is_told(): void
    {
        $this->declare();
        $incident = $this->incident();
        $this->publish($incident, 1, 15);
        self::assertSame('2026-03-03 08:15:00', $incident->refresh()->occasion->next_update_at?->format('Y-m-d H:i:s'));
        $owed = static fn(): array => array_values(
            array_filter(RunningClocks::all(), static fn(array $one): bool => $one['title'] === "Update owed, {$incident->ref()}")
        );
        self::assertSame(
            [['ingrid-vale', "{$incident->title}; Ingrid Vale writes it"]],
            array_map(static fn(array $one): array => [$one['holder'], $one['detail']], $owed())
        );
        $speaks = RoleHeld::query()
            ->create(['incident_id' => $incident->id, 'role' => 'communicator', 'person_id' => 'mika-sund', 'since' => now()]);
        self::assertSame('mika-sund', $owed()[0]['holder'], 'Whoever speaks for it writes it.');
        $speaks->update(['until' => now()]);
        self::assertSame('ingrid-vale', $owed()[0]['holder']);
        $this->actingAs($this->person('mika-sund'));
        $this->from('/')->publish($incident, 1)->assertSessionHasErrors('number');
        self::assertSame(1, Update::query()->where('incident_id', $incident->id)->count());

        $this->later(900);
        $this->clock();
        $this->clock();
        self::assertSame(1, Entry::query()->where('kind', 'update.overdue')->count());
        self::assertSame('Lanes are shut.', $this->outside()['open'][0]['updates'][0]['text']);
        self::assertSame('degraded', $this->outsideState('Vehicle lanes'));
    }

    public function test_a_room_says_when_its_incident_has_grown_and_who_stands_behind_it(): void
    {
        $this->post(
            '/incidents',
            [
                'alerts' => $this->alerts(), 'title' => 'Clocks', 'service' => 'vehicle-lanes', 'impact' => 'few',
                'urgency' => 'soon', 'team' => 'platform',
            ],
        );
        $incident = $this->incident();
        $this->get("/incidents/$incident->id")->assertInertia(fn(Shown $page) => $page
            ->where('hit.behind', 'Affected now: 14 sailings an hour.')
            ->where('hit.owners', [['id' => 'elin-skarv', 'name' => 'Elin Skarv', 'of' => ['Vehicle lanes'], 'told' => null]])
            ->where(
                'hit.grown',
                [
                    'priority' => 1, 'impact' => 'wide', 'urgency' => 'now',
                    'why' => 'Something is broken at 14 sites. Vehicle lanes: tier 1, degraded.',
                ],
            ));
        $this->post(
            "/incidents/$incident->id/change",
            ['version' => 1, 'title' => 'Clocks', 'impact' => 'wide', 'urgency' => 'now', 'stage' => $incident->stage->value],
        )->assertSessionHasErrors('why');
        $this->post(
            "/incidents/$incident->id/change",
            [
                'version' => 1, 'title' => 'Clocks', 'impact' => 'wide', 'urgency' => 'now', 'stage' => $incident->stage->value,
                'why' => 'all sites', 'call' => true,
            ],
        )->assertSessionHasNoErrors();
        self::assertSame(1, $incident->refresh()->priority);
        // The update is owed as soon as the new priority promises, and no later than was promised when it is lowered again.
        $owed = now()->addMinutes(30)->format('Y-m-d H:i:s');
        self::assertSame($owed, $incident->occasion->next_update_at?->format('Y-m-d H:i:s'));
        $this->get("/incidents/$incident->id")->assertInertia(fn(Shown $page) => $page->where('hit.grown', null));
        $this->post(
            "/incidents/$incident->id/change",
            [
                'version' => 2, 'title' => 'Clocks', 'impact' => 'few', 'urgency' => 'later', 'stage' => $incident->stage->value,
                'why' => 'it eased',
            ],
        )->assertSessionHasNoErrors();
        self::assertSame([4, $owed], [$incident->refresh()->priority, $incident->occasion->next_update_at?->format('Y-m-d H:i:s')]);
    }

    public function test_two_who_correct_one_incident_do_not_overwrite_each_other(): void
    {
        $this->declare();
        $incident = $this->incident();
        $change = [
            'version' => 1, 'title' => 'Lanes shut', 'impact' => 'part', 'urgency' => 'later', 'stage' => 'fixing',
            'why' => 'a spare works',
        ];
        $this->post("/incidents/$incident->id/change", $change)->assertSessionHasNoErrors();
        $this->from('/')->post("/incidents/$incident->id/change", [...$change, 'title' => 'Mine'])->assertSessionHasErrors('action');

        self::assertSame(['Lanes shut', 4, 2], [$incident->refresh()->title, $incident->priority, $incident->version]);
        self::assertSame('2026-03-06 08:00:00', $incident->restore_by->format('Y-m-d H:i:s'));
    }

    public function test_the_journal_tells_the_story_and_cannot_be_changed(): void
    {
        $this->declare();
        $incident = $this->incident();
        $this->get("/incidents/$incident->id");
        $this->post("/incidents/$incident->id/notes", ['text' => 'Set the clocks by hand', 'decision' => true]);
        $kinds = Entry::query()->about('incident', $incident->id)->orderBy('seq')->pluck('kind')->all();

        self::assertSame(['incident.declared', 'call.started', 'call.step', 'page.queued', 'room.entered', 'incident.decision'], $kinds);
        foreach (['update journal set actor_id = \'x\'', 'delete from journal'] as $statement) {
            try {
                DB::statement($statement);
                self::fail("The journal took: $statement");
            } catch (\Illuminate\Database\QueryException $e) {
                self::assertStringContainsString('append-only', $e->getMessage());
            }
        }
    }

    public function test_an_alert_that_waits_comes_back_by_itself(): void
    {
        $this->post('/alerts/wait', ['alerts' => $this->alerts(), 'minutes' => 30]);
        $this->get('/')->assertInertia(fn(Shown $page) => $page->has('groups', 0));
        $this->later(1800);
        $this->clock();
        $this->get('/')->assertInertia(fn(Shown $page) => $page->has('groups', 1));
        $this->post('/alerts/take', ['alerts' => $this->alerts()])->assertSessionHasNoErrors();
        $this->actingAs($this->person('mika-sund'));
        $this->from('/')->post('/alerts/take', ['alerts' => $this->alerts()])->assertSessionHasErrors('action');
    }

    public function test_an_alert_is_brought_back_once_and_one_that_is_over_waits_for_nothing(): void
    {
        $ids = ['alerts' => $this->alerts()];
        $back = static fn(): int => count(self::entriesOf(SignalEntry::AlertBroughtBack));
        $this->post('/alerts/close', [...$ids, 'reason' => 'Noise']);
        $this->post('/alerts/wait', [...$ids, 'minutes' => 30], ['X-Request-Key' => 'a'])->assertSessionHasErrors('action');
        foreach (['b', 'c'] as $key) {
            $this->post('/alerts/back', $ids, ['X-Request-Key' => $key])->assertSessionHasNoErrors();
        }
        self::assertSame(count($ids['alerts']), $back());
        $this->post('/alerts/wait', [...$ids, 'minutes' => 30], ['X-Request-Key' => 'd'])->assertSessionHasNoErrors();
        $this->post('/alerts/back', $ids, ['X-Request-Key' => 'e'])->assertSessionHasNoErrors();
        self::assertSame(2 * count($ids['alerts']), $back());
        Alert::query()->whereKey($ids['alerts'])->update(['closed_at' => now()]);
        $this->post('/alerts/wait', [...$ids, 'minutes' => 30], ['X-Request-Key' => 'f'])->assertSessionHasErrors('action');
        self::assertCount(count($ids['alerts']), self::entriesOf(SignalEntry::AlertWaits));
    }

    public function test_more_alerts_can_be_attached_until_it_is_resolved(): void
    {
        $this->declare();
        $this->signal([self::firing('barrier-ask')]);
        $this->takeSignals();
        $alert = Alert::query()->latest('id')->firstOrFail();
        $this->post("/incidents/{$this->incident()->id}/alerts", ['alerts' => [$alert->id]])->assertSessionHasNoErrors();

        self::assertSame($this->incident()->id, $alert->refresh()->incident_id);
    }

    /** @return list<int> */
    private function alerts(): array
    {
        return array_values(Alert::query()->whereNull('closed_at')->orderBy('id')->pluck('id')->map(intval(...))->all());
    }

    /**
     * @param  array<string, string>  $headers
     * @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function declare(array $headers = []): \Illuminate\Testing\TestResponse
    {
        return $this->post('/incidents', [
            'alerts' => $this->alerts(), 'title' => 'Lanes stay shut', 'service' => 'vehicle-lanes', 'impact' => 'wide',
            'urgency' => 'now', 'team' => 'platform',
        ], $headers);
    }

    /** @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function publish(Incident $incident, int $number, int $minutes = 30): \Illuminate\Testing\TestResponse
    {
        return $this->post(
            "/incidents/$incident->id/updates",
            [
                'number' => $number, 'stage' => 'cause_found', 'text' => 'Lanes are shut.', 'meanwhile' => 'Wait in the queue.',
                'next_minutes' => $minutes,
            ],
        );
    }

    private function incident(): Incident
    {
        return Incident::query()->whereNull('resolved_at')->sole();
    }
}
