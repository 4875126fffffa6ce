<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Desk\RunningClocks;
use App\Incidents\AlertsAndReports;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Paging\Call;
use App\Platform\Outbox\OutboxMessage;
use App\Signals\Alert;
use App\Updates\Update;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** What was done too early, or to the wrong thing, is taken back; and what was told to somebody meanwhile is corrected. */
final class TakeBackTest extends TestCase
{
    private Incident $incident;

    private Report $report;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('clk-2', 'error'), self::firing('lane-control-ask')]);
        $this->takeSignals();
        $this->post(
            '/report', ['service' => 'vehicle-lanes', 'what' => 'The arm stays down', 'email' => 'anna@ferry.example'],
        )->assertSessionHasNoErrors();
        $this->report = Report::query()->latest('id')->firstOrFail();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all(), 'title' => 'Lanes',
            'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
        ])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->whereNull('resolved_at')->sole();
        $this->post("/reports/{$this->report->id}/link", ['incident' => $this->incident->id])->assertSessionHasNoErrors();
    }

    private function resolve(): void
    {
        $this->post(
            "/incidents/{$this->incident->id}/resolve", ['resolution' => 'Restarted.', 'update' => 'Lanes work.'],
            ['X-Request-Key' => 'resolve'.now()->getTimestamp()],
        )->assertSessionHasNoErrors();
    }

    public function test_what_still_fires_when_its_incident_is_resolved_is_a_decision_at_once_where_a_service_is_hit(): void
    {
        $this->later(600);
        $this->resolve();
        $this->get('/')->assertInertia(
            fn(Shown $shown) => $shown->count('groups', 1)
                ->where('groups.0.after.ref', $this->incident->ref())->where('groups.0.taken', null)
                ->where('groups.0.count', 2),
        );
        $this->get('/alerts')->assertInertia(fn(Shown $shown) => $shown->where('found.alerts', 2));
        $clocks = array_values(array_filter(
            RunningClocks::all(), static fn(array $clock): bool => str_starts_with($clock['id'], 'group-'),
        ));
        self::assertCount(1, $clocks);
        self::assertGreaterThan(now()->getTimestampMs(), $clocks[0]['due'], 'It counts from the resolving on.');
        // Declared anew, it belongs to the new incident.
        $this->post(
            '/incidents',
            [
                'alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all(), 'title' => 'Lanes again',
                'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now',
            ],
            ['X-Request-Key' => 'anew'],
        )->assertSessionHasNoErrors();
        $new = Incident::query()->whereNull('resolved_at')->sole();
        self::assertSame([$new->id, $new->id], Alert::query()->whereNull('closed_at')->pluck('incident_id')->all());
        self::assertSame([null, null], Alert::query()->whereNull('closed_at')->pluck('decide_again_at')->all());
    }

    public function test_where_no_service_is_hit_monitors_have_a_while_to_see_that_all_is_well(): void
    {
        Alert::query()->whereNull('closed_at')->update(['level' => 'info']);
        $this->resolve();
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->count('groups', 0));
        $this->later(AlertsAndReports::SETTLE_SECONDS - 1);
        $this->clock();
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->count('groups', 0));
        $this->later(1);
        $this->clock();
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->count('groups', 1));
    }

    public function test_reopening_brings_back_what_hung_on_it_and_tells_whoever_was_told_otherwise(): void
    {
        $this->resolve();
        self::assertNotNull($this->report->refresh()->resolved_at);
        $this->get("/incidents/{$this->incident->id}/reopen")->assertOk()->assertExactJson([
            'alerts' => 2, 'reports' => 1, 'mails' => ['anna@ferry.example'], 'team' => 'Platform',
            'update' => 'Vehicle lanes: not back to normal after all. We are looking into it.',
        ]);
        $this->post("/incidents/{$this->incident->id}/reopen", ['why' => '', 'update' => 'x'])->assertSessionHasErrors('why');
        $this->actingAs($this->person('noor-lind'))
            ->post("/incidents/{$this->incident->id}/reopen", ['why' => 'x', 'update' => 'x'])->assertForbidden();
        $this->actingAs($this->person('mika-sund'));
        foreach (['k', 'k'] as $key) {
            $this->post(
                "/incidents/{$this->incident->id}/reopen",
                ['why' => 'It still firings', 'update' => 'Not over after all.', 'call' => true], ['X-Request-Key' => $key],
            )->assertSessionHasNoErrors();
        }
        $this->incident->refresh();
        self::assertTrue($this->incident->isOpen());
        self::assertSame('mika-sund', $this->incident->coordinator_id);
        self::assertNotNull($this->incident->occasion->next_update_at);
        self::assertNull($this->report->refresh()->resolved_at);
        self::assertSame([null, null], Alert::query()->whereNull('closed_at')->pluck('decide_again_at')->all());
        self::assertSame(2, Call::query()->where('team_id', 'platform')->count());
        self::assertSame([1, 2], Update::query()->where('incident_id', $this->incident->id)->orderBy('number')->pluck('number')->all());
        $mail = OutboxMessage::query()->where('kind', 'mail')->where('key', 'like', '%reopened%')->sole();
        self::assertStringContainsString('It is not', (string) $mail->payload['text']);
        self::assertSame('Not over after all.', $this->outside()['open'][0]['updates'][0]['text']);
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->count('groups', 0));
        $this->post(
            "/incidents/{$this->incident->id}/reopen", ['why' => 'x', 'update' => 'x'], ['X-Request-Key' => 'late'],
        )->assertSessionHasErrors('action');
        // It ends once more, and the reporter is told once more.
        $this->later(60);
        $this->resolve();
        self::assertNotNull($this->report->refresh()->resolved_at);
        self::assertSame(3, OutboxMessage::query()->where('kind', 'mail')->count());
    }

    public function test_an_alert_that_does_not_belong_is_taken_out_and_needs_a_decision_again(): void
    {
        $alert = Alert::query()->where('item_id', 'lane-control-ask')->sole();
        $this->post("/incidents/{$this->incident->id}/alerts/detach", ['alerts' => [$alert->id]])->assertSessionHasErrors('why');
        $this->post(
            "/incidents/{$this->incident->id}/alerts/detach", ['alerts' => [$alert->id], 'why' => 'a truck hit it'],
        )->assertSessionHasNoErrors();
        self::assertSame([null, null], [$alert->refresh()->incident_id, $alert->taken_at]);
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->count('groups', 1)->where('groups.0.alertIds', [$alert->id]));
        $this->get("/incidents/{$this->incident->id}")->assertInertia(fn(Shown $shown) => $shown->where(
            'journal.lines', fn(Collection $entries): bool => $entries->contains('rest', 'a truck hit it'),
        ));
    }

    public function test_a_report_that_is_about_something_else_is_taken_out_and_its_reporter_is_told(): void
    {
        $this->post("/reports/{$this->report->id}/unlink", ['why' => 'another terminal'])->assertSessionHasNoErrors();
        self::assertNull($this->report->refresh()->incident_id);
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->where(
            'reports', fn(Collection $reports): bool => $reports->contains('id', $this->report->id),
        ));
        $this->get("/report/{$this->report->key()}")->assertInertia(
            fn(Shown $shown) => $shown->where('report.unlinked', true)->where('updates', []),
        );
        $this->post(
            "/reports/{$this->report->id}/unlink", ['why' => 'twice'], ['X-Request-Key' => 'twice'],
        )->assertSessionHasErrors('action');
        $this->post(
            "/reports/{$this->report->id}/link", ['incident' => $this->incident->id], ['X-Request-Key' => 'again'],
        )->assertSessionHasNoErrors();
        $this->resolve();
        $this->post(
            "/reports/{$this->report->id}/unlink", ['why' => 'late'], ['X-Request-Key' => 'late'],
        )->assertSessionHasErrors('action');
    }
}
