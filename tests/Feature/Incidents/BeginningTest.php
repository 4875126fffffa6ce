<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\HandleAlerts;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Report;
use App\Paging\Page;
use App\Platform\Team;
use App\Signals\Alert;
use App\Topology\Standing;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Topology\State;
use Tests\TestCase;

/** Whatever an incident is declared from: reports, an item, nothing but what somebody knows, hundreds of alerts, or itself. */
final class BeginningTest extends TestCase
{
    private function report(string $what, string $service = 'vehicle-lanes'): Report
    {
        $this->post('/report', ['service' => $service, 'what' => $what, 'send_key' => $what])->assertSessionHasNoErrors();

        return Report::query()->latest('id')->firstOrFail();
    }

    public function test_an_incident_is_declared_from_reports_alone(): void
    {
        $reports = [
            $this->report('The arm stays down')->id, $this->report('Nobody gets through')->id,
            $this->report('No announcements', 'announcements')->id,
        ];
        $this->actingAs($this->person('ingrid-vale'));
        $told = $this->postJson('/incidents-proposal', ['reports' => $reports])->assertOk();
        self::assertSame('Vehicle lanes: the arm stays down', $told->json('title.value'));
        self::assertSame(['vehicle-lanes', 'degraded'], [$told->json('service.value'), $told->json('said.state')]);
        foreach (['k', 'k'] as $key) {
            $this->post(
                '/incidents',
                ['reports' => $reports, 'title' => 'Lanes', 'service' => 'vehicle-lanes', 'impact' => 'part', 'urgency' => 'now'],
                ['X-Request-Key' => $key],
            )
                ->assertSessionHasNoErrors()->assertRedirect('/incidents/'.Incident::query()->whereNull('resolved_at')->sole()->id);
        }
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        self::assertSame(3, Report::query()->about($incident->id)->count());
        self::assertSame(State::Degraded, Standing::now()->state('vehicle-lanes'));
        $this->get("/incidents/$incident->id")->assertInertia(
            fn(Shown $shown) => $shown->where('incident.state', 'degraded')->where(
                'journal.lines.0.rest', 'Lanes; from 3 reports, Vehicle lanes',
            ),
        );
        $this->post(
            '/incidents', ['reports' => [$reports[0]], 'title' => 'Mine', 'impact' => 'part', 'urgency' => 'now'],
            ['X-Request-Key' => 'other'],
        )->assertSessionHasErrors('action');
        self::assertSame(1, Incident::query()->whereNull('resolved_at')->count());
    }

    public function test_an_incident_is_declared_from_an_item_and_from_nothing(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $told = $this->postJson('/incidents-proposal', ['item' => 'manifest-db-1', 'state' => 'down'])->assertOk();
        self::assertSame(['manifest-db-1', 'down'], [$told->json('said.id'), $told->json('said.state')]);
        self::assertNotEmpty($told->json('hit'));
        $this->post(
            '/incidents',
            ['item' => 'manifest-db-1', 'state' => 'down', 'title' => 'Smoke in the rack', 'impact' => 'part', 'urgency' => 'now'],
        )->assertSessionHasNoErrors();
        self::assertSame(State::Down, Standing::now()->state('manifest-db-1'));
        $this->post(
            '/incidents', ['title' => 'Something smells', 'impact' => 'few', 'urgency' => 'soon'], ['X-Request-Key' => 'bare'],
        )->assertSessionHasNoErrors();
        $bare = Incident::query()->where('title', 'Something smells')->sole();
        self::assertNull($bare->service_id);
        foreach (["/incidents/$bare->id", '/', '/incidents', '/status', '/report', '/handovers'] as $page) {
            $this->get($page)->assertOk();
        }
        $this->post(
            "/incidents/$bare->id/updates", ['number' => 1, 'stage' => 'looking', 'text' => 'We look.', 'next_minutes' => 30],
        )->assertSessionHasNoErrors();
        $this->get("/incidents/$bare->id/resolve")->assertOk()->assertJsonPath('services', []);
        $this->postJson('/incidents-proposal', ['item' => 'no-such'])->assertUnprocessable();
        $this->postJson('/incidents-proposal', ['alerts' => [999_999]])->assertNotFound();
    }

    public function test_a_flood_is_declared_whole(): void
    {
        $this->signal(array_map(static fn(int $n): array => self::firing('clk-2', 'error', "probe-$n"), range(1, 520)));
        $this->takeSignals();
        $alerts = Alert::query()->whereNull('closed_at')->pluck('id')->all();
        self::assertCount(520, $alerts);
        $this->actingAs($this->person('ingrid-vale'))->postJson('/incidents-proposal', ['alerts' => $alerts])->assertOk();
        $this->post(
            '/incidents',
            ['alerts' => $alerts, 'title' => 'Flood', 'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now'],
        )->assertSessionHasNoErrors();
        self::assertSame(520, Alert::query()->where('incident_id', Incident::query()->whereNull('resolved_at')->sole()->id)->count());
    }

    public function test_a_page_by_a_rule_on_an_unknown_item_declares_no_service(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        DB::table('rule_sets')->latest('id')
            ->limit(1)
            ->update(
                [
                    'settings' => DB::raw(
                        "json_set(settings, '$.rules', json('[{\"match\":{\"source\":\"probe\"},\"set\":{\"handling\":\"page\",\"team\":\"platform\"}}]'))"
                    ),
                ],
            );
        \App\Signals\Live\RuleSets::forget();
        $this->signal([self::firing('nobody-knows-this')]);
        $this->takeSignals();
        app(HandleAlerts::class)(static fn(): bool => true);
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        self::assertNull($incident->service_id);
        self::assertSame('now', $incident->urgency->value);
        self::assertSame(1, Page::query()->count(), 'Somebody is paged all the same.');
        auth()->guard()->logout();
        $this->get('/report?service=vehicle-lanes')->assertInertia(fn(Shown $shown) => $shown->where('affected.incident', null));
        self::assertSame([], $this->outside()['open']);
    }

    public function test_suggesting_and_doing_decide_alike_and_what_declares_itself_has_not_grown_at_once(): void
    {
        Team::query()
            ->whereKey('platform')
            ->update([
                'auto_incidents' => 'suggest',
                'auto_when' => json_encode(['tier' => 1, 'level' => null, 'alerts' => 2, 'minutes' => null]),
            ]);
        $this->signal([self::firing('clk-2', 'error'), self::firing('lane-control-ask'), self::firing('lane-control-brenna')]);
        $this->takeSignals();
        // One of them waits, and is of the same trouble all the same.
        $waiting = Alert::query()->where('item_id', 'lane-control-brenna')->sole();
        $this->actingAs($this->person('ingrid-vale'))->post('/alerts/wait', ['alerts' => [$waiting->id], 'minutes' => 30]);
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->where(
            'groups.0.suggested', fn(?string $words): bool => $words !== null,
        ));
        Team::query()->whereKey('platform')->update(['auto_incidents' => 'do']);
        HandleAlerts::lookAgain();
        app(HandleAlerts::class)(static fn(): bool => true);
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        self::assertSame(3, Alert::query()->where('incident_id', $incident->id)->count());
        $this->get("/incidents/$incident->id")->assertInertia(fn(Shown $shown) => $shown->where('hit.grown', null));
        // What comes later in the group is taken in, and the room says so.
        self::assertSame([], self::entriesOf(IncidentEntry::AlertAttached));
        $this->signal([self::firing('lane-control-nordpier')]);
        $this->takeSignals();
        app(HandleAlerts::class)(static fn(): bool => true);
        $late = Alert::query()->where('item_id', 'lane-control-nordpier')->whereNull('closed_at')->sole();
        self::assertSame($incident->id, $late->incident_id);
        self::assertSame(["alert:$late->id"], self::entriesOf(IncidentEntry::AlertAttached));
    }

    public function test_what_nobody_owns_goes_to_the_team_that_the_organisation_names(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $this->signal([self::firing('nobody-knows-a')]);
        $this->takeSignals();
        self::assertNull(Alert::query()->where('item_named', 'nobody-knows-a')->sole()->team_id);
        $this->post('/rules/unowned', ['team' => 'no-such'])->assertSessionHasErrors('team');
        $this->post('/rules/unowned', ['team' => 'platform'])->assertSessionHasNoErrors();
        $this->get('/rules')->assertInertia(fn(Shown $shown) => $shown->where('unowned', 'platform'));
        $this->later(60);
        $this->signal([self::firing('nobody-knows-b'), self::firing('lane-control-ask')]);
        $this->takeSignals();
        self::assertSame(
            ['platform', 'lanes'],
            [
                Alert::query()->where('item_named', 'nobody-knows-b')->sole()->team_id,
                Alert::query()->where('item_named', 'lane-control-ask')->sole()->team_id,
            ],
        );
        $this->actingAs($this->person('noor-lind'))->post('/rules/unowned', ['team' => null])->assertForbidden();
    }
}
