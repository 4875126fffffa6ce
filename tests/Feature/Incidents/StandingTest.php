<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Incidents\OnOneItem;
use App\Incidents\Situation;
use App\Platform\Moment;
use App\Signals\Alert;
use App\Topology\Standing;
use App\Updates\NextUpdate;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Topology\State;
use Tests\TestCase;

/** There is one state of the estate at a moment, and all read it, whosever the alerts are. */
final class StandingTest extends TestCase
{
    private function declare(string $item, string $service): Incident
    {
        $this->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->where('item_id', $item)->whereNull('closed_at')->sole()->id], 'title' => $item,
                'service' => $service, 'impact' => 'few', 'urgency' => 'soon',
            ],
            ['X-Request-Key' => $item],
        )->assertSessionHasNoErrors();

        return Incident::query()->whereNull('resolved_at')->latest('id')->firstOrFail();
    }

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ingrid-vale'));
    }

    public function test_a_room_a_sheet_a_draft_and_a_page_know_the_alerts_of_others(): void
    {
        $this->signal([self::firing('manifest-db-1'), self::firing('manifest-db-2')]);
        $this->takeSignals();
        $first = Alert::query()->where('item_id', 'manifest-db-1')->sole();
        // With one of its two databases down, freight has lost its spare; with both, it is down.
        self::assertSame('down', $this->postJson('/incidents-proposal', ['alerts' => [$first->id]])->assertOk()->json('hit.0.state'));
        $incident = $this->declare('manifest-db-1', 'freight-manifests');
        self::assertNull(Alert::query()->where('item_id', 'manifest-db-2')->sole()->incident_id, 'Nobody has it.');
        $this->get(
            "/incidents/$incident->id"
        )->assertInertia(fn(Shown $shown) => $shown->where('reach.services.0.state', 'down')->where('incident.state', 'down')
            ->where('soFar', fn(string $text): bool => str_contains($text, ': down'))
            ->where(
                'reach.nodes',
                fn(Collection $nodes): bool => $nodes->firstWhere('id', 'manifest-db-2')['state'] === 'down' && str_starts_with(
                    $nodes->firstWhere('id', 'manifest-db-2')['why'], 'Something else: reported by alerts: down',
                ),
            ));
        self::assertSame('down', NextUpdate::of($incident, Situation::now())['services'][0]['state']);
        self::assertStringContainsString('not working', NextUpdate::of($incident, Situation::now())['text']);
        // What another incident has counts as well.
        $other = $this->declare('manifest-db-2', 'freight-manifests');
        $this->get("/incidents/$other->id")->assertInertia(fn(Shown $shown) => $shown->where('reach.services.0.state', 'down'));
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->where('incidents.0.state', 'down')->where('incidents.1.state', 'down'));
    }

    public function test_what_nobody_knows_of_yet_counts_together_with_what_is_known(): void
    {
        $this->signal([self::firing('manifest-db-1')]);
        $this->takeSignals();
        $state = static fn(string $item): array => array_column(
            Standing::now()->of([$item => State::Down])->affected, 'state', 'id',
        );
        // The other of the two is only supposed to be down: with it, the spare is gone.
        self::assertSame([State::AtRisk, State::Down], [
            $state('manifest-db-1')['freight-manifests'], $state('manifest-db-2')['freight-manifests'],
        ]);
        self::assertSame(State::AtRisk, Standing::now()->state('freight-manifests'), 'What is supposed is not known by that.');
    }

    public function test_what_shows_trouble_elsewhere_is_not_said_to_show_none(): void
    {
        $this->signal([self::firing('clk-2', 'error'), self::firing('lane-control-ask'), self::firing('lane-control-brenna')]);
        $this->takeSignals();
        $only = Alert::query()->where('item_id', 'clk-2');
        $items = Alert::query()->whereNull('closed_at')->pluck('item_id')->all();
        DB::table('watched_items')->delete();
        DB::table('watched_items')->insert(array_map(
            static fn(mixed $item): array => ['item' => $item, 'day' => intdiv(Moment::now(), 86400)], $items,
        ));
        $named = static fn(array $causes): string => implode(' ', array_column($causes, 'words'));

        self::assertStringContainsString('should be in trouble too', $named(\App\Signals\LikelyCause::of(clone $only)));
        self::assertStringNotContainsString(
            'should be in trouble too', $named(\App\Signals\LikelyCause::of(clone $only, Standing::now()->observed())),
        );
    }

    public function test_what_people_say_of_an_item_counts_everywhere_until_it_is_taken_back_or_over(): void
    {
        $this->signal([self::firing('clk-2', 'error')]);
        $this->takeSignals();
        $incident = $this->declare('clk-2', 'vehicle-lanes');
        self::assertSame(State::Up, Standing::now()->state('manifest-db-1'));
        $this->post("/incidents/$incident->id/items", ['item' => 'manifest-db-1', 'state' => 'down'])->assertSessionHasNoErrors();
        $this->post("/incidents/$incident->id/items", ['item' => 'no-such', 'state' => 'down'])->assertSessionHasErrors('item');
        $this->post("/incidents/$incident->id/items", ['item' => 'manifest-db-1', 'state' => 'purple'])->assertSessionHasErrors('state');
        self::assertSame(State::Down, Standing::now()->state('manifest-db-1'));
        $this->get("/incidents/$incident->id")->assertInertia(fn(Shown $shown) => $shown->where(
            'reach.nodes', fn(Collection $nodes): bool => $nodes->contains('id', 'manifest-db-1'),
        ));
        $this->get('/estate/manifest-db-1')->assertInertia(fn(Shown $shown) => $shown->where('item.state', 'down')->where(
            'history.0.lead', fn(string $lead): bool => str_contains($lead, $incident->ref()),
        ));
        $this->post("/incidents/$incident->id/items/unsay", ['item' => 'manifest-db-1'], ['X-Request-Key' => 'back']);
        self::assertSame(State::Up, Standing::now()->state('manifest-db-1'));
        // That an item does not belong here is no news about its state.
        $this->post("/incidents/$incident->id/items", ['item' => 'clk-2'], ['X-Request-Key' => 'out']);
        self::assertArrayNotHasKey('clk-2', Situation::now()->observed($incident->id));
        self::assertSame(State::Degraded, Standing::now()->state('clk-2'));
        $this->post("/incidents/$incident->id/items", ['item' => 'manifest-db-1', 'state' => 'down'], ['X-Request-Key' => 'again']);
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'y']);
        self::assertSame(State::Up, Standing::now()->state('manifest-db-1'));
        $this->post("/incidents/$incident->id/items", ['item' => 'clk-2'], ['X-Request-Key' => 'late'])->assertSessionHasErrors('action');
    }

    public function test_a_quiet_item_that_fails_is_down_and_quiet(): void
    {
        DB::table('quiet_times')->insert([
            'items' => '["manifest-db-1"]', 'covers' => '["manifest-db-1"]', 'with_dependents' => false,
            'from_at' => Moment::text(Moment::now() - 60), 'to_at' => Moment::text(Moment::now() + 3600), 'reason' => 'new disks',
            'author_id' => 'ingrid-vale', 'made_at' => Moment::precise(now()),
        ]);
        $this->signal([self::firing('manifest-db-1')]);
        $this->takeSignals();
        self::assertSame(0, Alert::query()->whereNull('closed_at')->count());
        $this->get('/estate/manifest-db-1')->assertInertia(fn(Shown $shown) => $shown->where('item.state', 'down')->where('quiet', true));
        self::assertNotSame(State::Up, Standing::now()->state('freight-manifests'), 'And what stands on it.');
        $this->later(5);
        $this->signal([['condition' => 'clear', ...array_diff_key(self::firing('manifest-db-1'), ['condition' => 0])]]);
        $this->takeSignals();
        self::assertSame(State::Up, Standing::now()->state('manifest-db-1'));
        $this->later(5);
        $this->signal([self::firing('manifest-db-1')]);
        $this->takeSignals();
        $this->later(4000);
        self::assertSame([], \App\Signals\QuietFaults::states(), 'After the quiet time its alert says it.');
    }

    public function test_several_troubles_that_hang_on_one_item_are_said_to_and_can_be_put_together(): void
    {
        $this->signal([self::firing('clk-2', 'error'), self::firing('feed-gateway', 'error')]);
        $this->takeSignals();
        $clock = $this->declare('clk-2', 'vehicle-lanes');
        $this->later(60);
        $this->signal([self::firing('lane-control-ask')]);
        $this->takeSignals();
        $lane = Alert::query()->where('item_id', 'lane-control-ask')->sole();
        $this->post('/alerts/split', ['alerts' => [$lane->id]]);
        $together = OnOneItem::now(Situation::now())->together();
        self::assertCount(1, $together);
        self::assertSame('clk-2', $together[0]['item']['id']);
        self::assertSame(
            [['incident', $clock->id], ['group', (int) $lane->refresh()->group_id]],
            array_map(static fn(array $t): array => [$t['kind'], $t['id']], $together[0]['troubles']),
        );
        self::assertSame(
            [$lane->id], data_get($this->deferred("/incidents/$clock->id", 'Incidents/Room', 'together'), 'troubles.0.alertIds')
        );
        self::assertSame($clock->id, $this->postJson('/incidents-proposal', ['alerts' => [$lane->id]])->json('together.0.id'));
        $other = $this->declare('lane-control-ask', 'vehicle-lanes');
        $this->post(
            "/incidents/$clock->id/alerts", ['alerts' => [$lane->id]], ['X-Request-Key' => 'steal'],
        )->assertSessionHasErrors('action');
        $this->post(
            "/incidents/$clock->id/alerts", ['alerts' => [$lane->id], 'from' => $other->id], ['X-Request-Key' => 'move'],
        )->assertSessionHasNoErrors();
        self::assertSame($clock->id, $lane->refresh()->incident_id);
        self::assertSame(
            ['alert.detached', 'alert.attached'],
            DB::table('journal')->where('subject_kind', 'alert')
                ->where('subject_id', $lane->id)->whereIn('kind', ['alert.detached', 'alert.attached'])->orderBy('seq')
                ->pluck('kind')->all(),
        );
    }
}
