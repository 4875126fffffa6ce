<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Incidents\HandleAlerts;
use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\Page;
use App\Platform\Journal\Entry;
use App\Platform\Team;
use App\Signals\Alert;
use App\Signals\AlertFilter;
use App\Signals\AlertGroups;
use App\Signals\SignalEntry;
use App\Topology\Record\Needs;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Exceptions;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Signals\Handling;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** Rules, quiet times, where alerts go, and incidents by themselves. */
final class TuningTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ingrid-vale'));
        HandleAlerts::lookAgain();
    }

    public function test_a_rule_is_tried_over_what_came_saved_and_applies_to_what_comes_then(): void
    {
        $this->burst('clk-2', 20);
        $this->later(3600);
        $this->burst('clk-2', 20);
        $this->later(3600);
        $rules = self::rules([['name' => 'Short losses', 'match' => ['check' => 'state'], 'set' => ['hold' => 'PT1M']]]);
        $this->postJson('/rules/dry-run', ['settings' => $rules, 'over' => 'day'])
            ->assertOk()
            ->assertJson(['signals' => 4, 'before' => ['alerts' => 2], 'after' => ['alerts' => 0, 'momentary' => 2], 'goneInAll' => 2]);
        self::assertSame(1, DB::table('rule_sets')->count());

        $this->save($rules)->assertSessionHasNoErrors();
        $this->burst('clk-2', 20);
        self::assertSame(2, Alert::query()->where('source', 'probe')->count());
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->later(59);
        $this->takeSignals();
        self::assertSame(2, Alert::query()->where('source', 'probe')->count());
        $this->later(1);
        $this->takeSignals();
        self::assertSame(3, Alert::query()->where('source', 'probe')->count());
    }

    public function test_versions_are_kept_told_of_and_brought_back(): void
    {
        $this->save(self::rules([['match' => ['check' => 'a'], 'set' => ['hold' => 'PT1M']]]))->assertSessionHasNoErrors();
        $this->get('/rules')->assertInertia(
            fn(Shown $page) => $page->component('Signals/Rules')
                ->where('version', 2)->has('versions', 2)->where('versions.0.author', 'Ingrid Vale')
                ->where('versions.0.note', 'For a test'),
        );
        $this->from('/rules')
            ->post('/rules', ['settings' => self::rules([]), 'version' => 1, 'note' => 'Late'])
            ->assertSessionHasErrors([
                'version' => 'Ingrid Vale saved version 2 meanwhile. What you changed is still here: look at theirs, then save yours on top of it.',
            ]);
        $this->post('/rules/restore', ['version' => 2, 'to' => 1])->assertSessionHasNoErrors();
        self::assertSame([], json_decode((string) DB::table('rule_sets')->where('id', 3)->value('settings'), true)['rules']);
        self::assertSame(
            ['Back to version 1', 1],
            [DB::table('rule_sets')->where('id', 3)->value('note'), (int) DB::table('rule_sets')->where('id', 3)->value('restored_from')],
        );
    }

    public function test_bad_rules_are_refused_where_they_are_wrong(): void
    {
        foreach ([
            ['/rules/0/set/key', ['match' => ['check' => 'a'], 'set' => ['key' => '{host}']]],
            ['/rules/0/set/key', ['match' => ['level' => 'info'], 'set' => ['key' => 'x']]],
            ['/rules/0/set/team', ['match' => ['check' => 'a'], 'set' => ['team' => 'nobody']]],
            ['/rules/0/set/handling', ['match' => ['check' => 'a'], 'set' => ['handling' => 'shout']]],
            ['/rules/0/match', ['match' => (object) [], 'set' => ['hold' => 'PT1M']]],
            ['/rules/0/set', ['match' => ['check' => 'a'], 'set' => (object) []]],
            ['/rules/0/set/hold', ['match' => ['check' => 'a'], 'set' => ['hold' => 'P3D']]],
        ] as [$at, $rule]) {
            $this->postJson('/rules/dry-run', ['settings' => self::rules([$rule]), 'over' => 'day'])
                ->assertStatus(422)->assertJsonPath('error.at', $at);
            $this->from('/rules')
                ->post('/rules', ['settings' => self::rules([$rule]), 'version' => 1, 'note' => 'x'])
                ->assertSessionHasErrors($at);
        }
        $this->postJson('/rules/dry-run', ['settings' => '{"hold": "PT0S", "rules": []}', 'over' => 'day'])
            ->assertStatus(422)->assertJsonPath('error.at', '/gather_limit');
        self::assertSame(1, DB::table('rule_sets')->count());
    }

    public function test_fewer_of_these_proposes_a_rule_with_what_it_would_have_changed(): void
    {
        for ($n = 0; $n < 6; $n++) {
            $this->burst('clk-2', 80);
            $this->later(3600);
        }
        $alert = Alert::query()->where('source', 'probe')->latest('id')->firstOrFail();
        $proposal = $this->getJson("/alerts/$alert->id/fewer")->assertOk()->json('proposals.0');
        self::assertSame([['hold' => 'PT2M'], 6, 0], [$proposal['set'], $proposal['before'], $proposal['after']]);
        $this->post(
            "/alerts/$alert->id/fewer",
            ['version' => 1, 'rule' => json_encode(['match' => $proposal['match'], 'set' => $proposal['set']])],
        )->assertSessionHasNoErrors();
        $this->burst('clk-2', 80);
        self::assertSame(6, Alert::query()->where('source', 'probe')->count());
        $this->get("/alerts/$alert->id")->assertInertia(fn(Shown $page) => $page->where(
            'why.entries', fn(Collection $entries): bool => $entries->pluck('kind')->contains('opened'),
        ));
    }

    public function test_quiet_times_need_an_end_hold_back_and_list_what_they_held(): void
    {
        $this->from('/quiet')
            ->post('/quiet', ['items' => ['clk-2'], 'from' => '2026-03-03T07:00:00Z', 'reason' => 'New antenna'])
            ->assertSessionHasErrors('to');
        $this->post(
            '/quiet',
            [
                'items' => ['clk-2'], 'with_dependents' => true, 'from' => '2026-03-03T07:50:00Z', 'to' => '2026-03-03T09:00:00Z',
                'reason' => 'New antenna',
            ],
        )->assertSessionHasNoErrors();
        self::assertGreaterThan(1, count(json_decode((string) DB::table('quiet_times')->value('covers'), true)));
        $this->signal([self::firing('clk-2'), self::firing('tide-feed')]);
        $this->takeSignals();
        self::assertSame(['tide-feed'], Alert::query()->where('source', 'probe')->pluck('item_id')->all());
        $this->get('/quiet')->assertInertia(
            fn(Shown $page) => $page->where('times.0.held.0.item', 'clk-2')->where('times.0.held.0.alert', null),
        );

        $this->later(600);
        $this->post('/quiet/'.DB::table('quiet_times')->value('id').'/end')->assertSessionHasNoErrors();
        $this->takeSignals();
        self::assertSame(
            '2026-03-03 08:10:00',
            Alert::query()->where('item_id', 'clk-2')->latest('id')->firstOrFail()->opened_at->format('Y-m-d H:i:s'),
        );
    }

    public function test_page_now_pages_the_team_of_the_rule_and_what_follows_joins_its_incident(): void
    {
        $this->save(self::rules([['match' => ['check' => 'state'], 'set' => ['handling' => 'page', 'team' => 'lanes']]]));
        $this->signal([self::firing('lane-control-ask')]);
        $this->clock();
        $incident = Incident::query()->latest('id')->firstOrFail();
        self::assertSame([null, 'lanes', true], [$incident->coordinator_id, $incident->team_id, $incident->follows_group]);
        self::assertSame(1, Call::query()->for('incident', $incident->id)->where('team_id', 'lanes')->count());

        $this->signal([self::firing('barrier-ask')]);
        $this->clock();
        $this->clock();
        self::assertSame([$incident->id, $incident->id], Alert::query()->where('source', 'probe')->pluck('incident_id')->all());
        self::assertSame(1, Call::query()->for('incident', $incident->id)->count());

        $this->post("/incidents/$incident->id/coordinate", ['from' => null])->assertSessionHasNoErrors();
        self::assertSame('ingrid-vale', $incident->refresh()->coordinator_id);
        $this->from('/')
            ->post("/incidents/$incident->id/coordinate", ['from' => null])
            ->assertSessionHasErrors(['action' => 'Ingrid Vale coordinates this by now.']);
    }

    public function test_one_alert_that_cannot_be_paged_for_does_not_hold_up_the_others(): void
    {
        Exceptions::fake();
        $this->save(self::rules([['match' => ['check' => 'state'], 'set' => ['handling' => 'page', 'team' => 'lanes']]]));
        $this->signal([self::firing('gate-havre-3'), self::firing('crew-db-2'), self::firing('speaker-rossnes')]);
        $this->takeSignals();
        $fault = new \ArrayObject(['crew-db-2']);
        Incident::creating(static function (Incident $incident) use ($fault): void {
            foreach ($fault as $title) {
                str_contains($incident->title, $title) && throw new \RuntimeException('broken');
            }
        });
        $paged = static fn(): array => Alert::query()
            ->whereIn('item_id', ['gate-havre-3', 'crew-db-2', 'speaker-rossnes'])->whereNull('closed_at')
            ->whereNotNull('incident_id')->orderBy('item_id')->pluck('item_id')->all();
        try {
            app(HandleAlerts::class)(static fn(): bool => true);
            self::assertSame(['gate-havre-3', 'speaker-rossnes'], $paged());
            $fault->exchangeArray([]);
            app(HandleAlerts::class)(static fn(): bool => true);
            self::assertCount(2, $paged(), 'It is tried again after a while.');
            $this->later(31);
            app(HandleAlerts::class)(static fn(): bool => true);
            self::assertSame(['crew-db-2', 'gate-havre-3', 'speaker-rossnes'], $paged());
        } finally {
            Incident::flushEventListeners();
        }
        Exceptions::assertReported(\RuntimeException::class);
    }

    public function test_a_crash_while_paging_neither_loses_a_page_nor_sends_two(): void
    {
        $this->save(self::rules([['match' => ['check' => 'state'], 'set' => ['handling' => 'page', 'team' => 'lanes']]]));
        $this->signal([self::firing('lane-control-ask')]);
        $this->takeSignals();
        $before = [Incident::query()->count(), DB::table('pages')->count()];
        for ($n = 0; $n < 3; $n++) {
            DB::beginTransaction();
            self::assertSame(1, app(HandleAlerts::class)(static fn(): bool => true));
            DB::rollBack();
        }
        self::assertSame($before, [Incident::query()->count(), DB::table('pages')->count()]);
        self::assertSame(0, app(HandleAlerts::class)(static fn(): bool => false));
        self::assertSame(1, app(HandleAlerts::class)(static fn(): bool => true));
        self::assertSame(0, app(HandleAlerts::class)(static fn(): bool => true));
        self::assertSame([$before[0] + 1, $before[1] + 1], [Incident::query()->count(), DB::table('pages')->count()]);
    }

    public function test_what_waits_for_working_hours_comes_when_they_begin_and_what_is_recorded_asks_nobody(): void
    {
        $this->save(self::rules([
            ['match' => ['check' => 'paper'], 'set' => ['handling' => 'hours']],
            ['match' => ['check' => 'note'], 'set' => ['handling' => 'record']],
        ]));
        $this->later(10 * 3600);
        $this->signal([self::firing('kiosk-tangen-2', 'info', 'paper'), self::firing('tide-feed', 'info', 'note')]);
        $this->clock();
        self::assertSame([], AlertGroups::undecided());
        $this->get('/alerts?show=waiting')->assertInertia(fn(Shown $page) => $page->where('found.alerts', 1));
        $this->later(14 * 3600);
        $this->clock();
        self::assertSame(['kiosk-tangen-2: paper'], array_column(AlertGroups::undecided(), 'title'));
        $alert = Alert::query()->where('item_id', 'kiosk-tangen-2')->whereNull('closed_at')->sole();
        self::assertSame(["alert:$alert->id"], self::entriesOf(SignalEntry::AlertBack));
    }

    public function test_a_rule_for_the_night_is_kept_with_its_zone_and_goes_by_the_time_of_the_signal(): void
    {
        $hours = ['days' => ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'], 'from' => '22:00', 'to' => '06:00'];
        $rule = ['match' => ['check' => 'batch', 'hours' => $hours], 'set' => ['handling' => 'record']];
        $this->postJson(
            '/rules/dry-run',
            ['settings' => self::rules([[...$rule, 'match' => ['hours' => [...$hours, 'to' => '6']]]]), 'over' => 'day'],
        )
            ->assertStatus(422)->assertJsonPath('error.at', '/rules/0/match/hours/to');
        $this->save(self::rules([$rule]))->assertSessionHasNoErrors();
        self::assertSame(
            'Europe/Oslo',
            json_decode((string) DB::table('rule_sets')->latest('id')->value('settings'), true)['rules'][0]['match']['hours']['zone'],
        );

        // 21:59 in Oslo, and a minute later.
        $this->later(13 * 3600 - 60);
        $this->signal([self::firing('kiosk-tangen-2', 'info', 'batch')]);
        $this->later(60);
        $this->signal([self::firing('tide-feed', 'info', 'batch')]);
        $this->clock();
        self::assertSame(
            ['decide', 'record'],
            Alert::query()->whereIn('item_id', ['kiosk-tangen-2', 'tide-feed'])
                ->where('check', 'batch')->orderBy('id')->pluck('handling')
                ->map(static fn(mixed $handling): string => $handling instanceof Handling ? $handling->value : '')
                ->all(),
        );
    }

    public function test_a_team_whose_groups_become_incidents_gets_one_for_each_group(): void
    {
        $this->post('/teams/lanes/incidents', ['incidents' => 'do'])->assertSessionHasErrors('incidents');
        $this->post('/teams/lanes/incidents', ['incidents' => 'do', 'alerts' => 2, 'level' => 'error'])->assertSessionHasNoErrors();
        $this->signal([self::firing('lane-control-ask')]);
        $this->clock();
        self::assertSame(0, Incident::query()->where('title', 'like', '%lane-control%')->count());
        $this->signal([self::firing('mw-ask', 'error')]);
        HandleAlerts::lookAgain();
        $this->clock();
        $incident = Incident::query()->latest('id')->firstOrFail();
        self::assertSame([2, null], [$incident->alerts()->count(), $incident->coordinator_id]);
        $this->signal([self::firing('barrier-ask', 'error')]);
        HandleAlerts::lookAgain();
        $this->clock();
        self::assertSame(1, Incident::query()->where('follows_group', true)->count());
    }

    public function test_where_no_service_is_hit_a_group_is_as_bad_as_its_worst_item(): void
    {
        foreach (['lone-pump', 'lone-gauge'] as $id) {
            DB::table('items')->insert(['id' => $id, 'name' => $id, 'kind' => 'host']);
        }
        Needs::add('lone-gauge', 'lone-pump', Strength::Soft, null);
        $this->signal([self::firing('lone-pump')]);
        $this->clock();

        $group = AlertGroups::undecided()[0];
        self::assertSame([[], State::Down->value], [$group['services'], $group['state']], 'The gauge is only degraded.');
    }

    public function test_a_team_that_wants_a_suggestion_gets_one_and_no_incident(): void
    {
        Team::query()
            ->whereKey('lanes')
            ->update([
                'auto_incidents' => 'suggest',
                'auto_when' => json_encode(['tier' => null, 'level' => 'critical', 'alerts' => null, 'minutes' => null]),
            ]);
        $this->signal([self::firing('lane-control-ask')]);
        $this->clock();

        self::assertSame('the worst is critical', AlertGroups::undecided()[0]['suggested']);
        self::assertSame(0, Incident::query()->where('follows_group', true)->count());
    }

    public function test_alerts_are_closed_with_a_reason_split_off_and_put_together(): void
    {
        $this->signal([self::firing('lane-control-ask'), self::firing('barrier-ask'), self::firing('tide-feed')]);
        $this->takeSignals();
        $id = fn(string $item): int => Alert::query()->where('item_id', $item)->latest('id')->firstOrFail()->id;
        self::assertSame(2, count(AlertGroups::undecided()));
        $this->post('/alerts/split', ['alerts' => [$id('barrier-ask')]])->assertSessionHasNoErrors();
        self::assertSame(3, count(AlertGroups::undecided()));
        $this->from('/alerts')->post('/alerts/split', ['alerts' => [$id('barrier-ask')]])->assertSessionHasErrors('action');
        $this->post('/alerts/together', ['alerts' => [$id('barrier-ask'), $id('tide-feed')]])->assertSessionHasNoErrors();
        self::assertSame([1, 2], array_column(collect(AlertGroups::undecided())->sortBy('count')->values()->all(), 'count'));
        // What joins a group that was put with another goes with it.
        $this->signal([self::firing('tide-feed', 'error', 'other')]);
        $this->takeSignals();
        self::assertSame(3, collect(AlertGroups::undecided())->max('count'));

        $this->from('/alerts')->post('/alerts/close', ['alerts' => [$id('tide-feed')]])->assertSessionHasErrors('reason');
        $this->post('/alerts/close', ['alerts' => [$id('lane-control-ask')], 'reason' => 'Being repaired'])->assertSessionHasNoErrors();
        self::assertSame(1, count(AlertGroups::undecided()));
        $this->later(60);
        $this->signal([[...self::firing('lane-control-ask'), 'condition' => 'clear']]);
        $this->takeSignals();
        $this->later(60);
        $this->signal([self::firing('lane-control-ask')]);
        $this->takeSignals();
        self::assertSame(2, count(AlertGroups::undecided()));
    }

    public function test_a_late_signal_mends_and_what_was_told_stays(): void
    {
        $this->signal([[...self::firing('clk-2'), 'at' => '2026-03-03T08:00:00Z']]);
        $this->takeSignals();
        $alert = Alert::query()->where('source', 'probe')->sole();
        $this->later(30);
        $this->signal([[...self::firing('clk-2'), 'at' => '2026-03-03T07:59:30Z']]);
        $this->takeSignals();
        self::assertSame(['07:59:30', 2], [$alert->refresh()->opened_at->format('H:i:s'), $alert->count]);
        self::assertNotNull($alert->mended_at);
        self::assertSame(1, Entry::query()->where('kind', 'alert.mended')->count());
    }

    public function test_a_page_that_went_out_says_that_its_alert_was_withdrawn(): void
    {
        $this->save(self::rules([[
            'match' => ['check' => 'state'], 'set' => ['handling' => 'page', 'team' => 'lanes', 'hold' => 'PT30S'],
        ]]));
        $this->signal([[...self::firing('lane-control-ask'), 'at' => '2026-03-03T08:00:00Z']]);
        $this->takeSignals();
        $this->later(31);
        $this->clock();
        $link = Page::query()->latest('id')->firstOrFail()->link();
        $this->get($link)->assertInertia(fn(Shown $page) => $page->where('mended', []));
        $this->later(10);
        $this->signal([[...self::firing('lane-control-ask'), 'condition' => 'clear', 'at' => '2026-03-03T08:00:20Z']]);
        $this->clock();
        self::assertNotNull(Alert::query()->where('source', 'probe')->sole()->withdrawn_at);
        self::assertSame(['alert:'.Alert::query()->where('source', 'probe')->sole()->id], self::entriesOf(SignalEntry::AlertWithdrawn));
        foreach (AlertFilter::SHOWS as $show) {
            $this->get("/alerts?show=$show&source=probe")->assertInertia(fn(Shown $page) => $page->where('found.alerts', 0));
        }
        $this->get($link)->assertInertia(fn(Shown $page) => $page->where('mended.0.withdrawn', true));
    }

    public function test_the_funnel_counts_from_signals_to_pages(): void
    {
        $this->signal(array_map(static fn(int $n): array => self::firing('clk-2', 'error', 'check-'.$n % 12), range(1, 60)));
        $this->takeSignals();
        $this->get('/funnel?from=2026-03-03T07:50:00Z&to=2026-03-03T08:10:00Z')->assertInertia(fn(Shown $page) => $page
            ->where('funnel.signals', 60)->where('funnel.groups', 1)
                ->where('load.peak', 12)->where('load.flood_share', 0.5)->has('noisiest', 10));
    }

    public function test_filters_are_kept_by_name(): void
    {
        $this->post('/alerts/filters', ['name' => 'Quay', 'query' => 'team=quay'])->assertSessionHasNoErrors();
        $this->post('/alerts/filters', ['name' => 'Quay', 'query' => 'team=quay&level=error']);
        $this->get('/alerts')->assertInertia(
            fn(Shown $page) => $page->has('filters', 1)->where('filters.0.query', 'team=quay&level=error'),
        );
        $this->post('/alerts/filters/drop', ['name' => 'Quay']);
        self::assertSame(0, DB::table('alert_filters')->count());
    }

    public function test_a_responder_may_look_and_try_but_not_change(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->get('/rules')->assertOk();
        $this->postJson('/rules/dry-run', ['settings' => self::rules([]), 'over' => 'week'])->assertOk();
        $this->post('/rules', ['settings' => self::rules([]), 'version' => 1, 'note' => 'x'])->assertForbidden();
        $this->post('/alerts/close', ['alerts' => [1], 'reason' => 'x'])->assertForbidden();
        $this->post('/quiet', [])->assertForbidden();
    }

    private function burst(string $item, int $seconds): void
    {
        $this->signal([self::firing($item)]);
        $this->takeSignals();
        $this->later($seconds);
        $this->signal([[...self::firing($item), 'condition' => 'clear']]);
        $this->takeSignals();
    }

    /** @return TestResponse<Response> */
    private function save(string $rules): TestResponse
    {
        return $this->post('/rules', ['settings' => $rules, 'version' => (int) DB::table('rule_sets')->max('id'), 'note' => 'For a test']);
    }

    /** @param  list<array<string, mixed>>  $rules */
    private static function rules(array $rules): string
    {
        return json_encode(
            [
                'hold' => 'PT0S', 'settle' => 'PT0S', 'reopen' => 'PT30M', 'gather' => 'PT10M', 'gather_limit' => 'PT2H',
                'reach' => 3, 'rules' => $rules,
            ],
            JSON_THROW_ON_ERROR,
        );
    }
}
