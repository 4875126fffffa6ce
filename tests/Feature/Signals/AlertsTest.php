<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Signals\Alert;
use App\Signals\AlertGroups;
use App\Signals\SignalEntry;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** Working with alerts. */
final class AlertsTest extends TestCase
{
    public function test_an_alert_on_an_item_and_on_another_name_of_it_fires_on_the_item_while_either_does(): void
    {
        $this->take([self::firing('MDB1.legacy')]);
        $alert = Alert::query()->where('item_named', 'MDB1.legacy')->firstOrFail();
        $rows = DB::table('alert_items')->where('alert_id', $alert->id);
        (clone $rows)->update(['fires' => false]);
        DB::table('alert_items')->insert([
            'alert_id' => $alert->id, 'item' => 'manifest-db-1', 'stamp' => '0', 'opened_at' => '2026-03-03 07:00:00.000', 'fires' => true,
        ]);
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/alerts/$alert->id/match", ['named' => 'MDB1.legacy', 'item' => 'manifest-db-1'])->assertSessionHasNoErrors();

        self::assertSame(
            [['manifest-db-1', '0', '2026-03-03 07:00:00.000', 1]],
            (clone $rows)->get()->map(static fn(\stdClass $row): array => [
                $row->item, $row->stamp, $row->opened_at, (int) $row->fires,
            ])->all(),
        );
    }

    public function test_an_alert_that_outlived_its_incident_waits_and_is_closed_as_one_of_none_is(): void
    {
        $this->take([self::firing('host-1'), self::firing('host-2'), self::firing('host-3')]);
        $incident = Incident::factory()->createOne();
        $alert = static fn(int $n): Alert => Alert::query()->where('item_named', "host-$n")->firstOrFail();
        foreach ([1, 2] as $n) {
            $alert($n)->update(['incident_id' => $incident->id]);
        }
        $alert(2)->update(['decide_again_at' => now()]);
        $all = ['alerts' => [$alert(1)->id, $alert(2)->id, $alert(3)->id]];
        $this->actingAs($this->person('ingrid-vale'));

        $this->post('/alerts/wait', [...$all, 'minutes' => 30])->assertSessionHasNoErrors();
        self::assertSame([false, true, true], array_map(static fn(int $n): bool => $alert($n)->wait_until !== null, [1, 2, 3]));
        $this->post('/alerts/close', [...$all, 'reason' => 'Known'])->assertSessionHasNoErrors();
        self::assertSame([false, true, true], array_map(static fn(int $n): bool => $alert($n)->put_away_at !== null, [1, 2, 3]));
    }

    public function test_what_belongs_together_is_one_decision_and_what_matters_most_comes_first(): void
    {
        $this->take([
            self::firing('mw-ask', 'warning'), self::firing('tide-feed'), self::firing('lane-control-ask'),
            self::firing('barrier-ask'), self::firing('manifest-db-1'), self::firing('not-in-the-estate'),
        ]);
        $groups = AlertGroups::undecided();

        self::assertSame(
            ['lane-control-ask: state', 'manifest-db-1: state', 'tide-feed: state', 'not-in-the-estate: state'],
            array_column($groups, 'title'),
        );
        self::assertSame([3, 1, 1, 1], array_column($groups, 'count'));
        self::assertSame(['degraded', 'at_risk', 'down', 'up'], array_column($groups, 'state'));
        self::assertSame(['id' => 'lane-control-ask', 'name' => 'Lane control Ask', 'explains' => 2, 'of' => 3], $groups[0]['root']);
    }

    public function test_what_somebody_has_goes_below_what_nobody_has(): void
    {
        $this->take([self::firing('tide-feed'), self::firing('clk-2')]);
        $this->actingAs($this->person('ingrid-vale'))
            ->post('/alerts/take', ['alerts' => [$this->alert('clk-2')->id]])->assertSessionHasNoErrors();
        $groups = AlertGroups::undecided();

        self::assertSame(['tide-feed: state', 'clk-2: state'], array_column($groups, 'title'));
        self::assertSame('Ingrid Vale', $groups[1]['taken']['by'] ?? null);
    }

    public function test_a_list_shows_the_open_ones_or_all_and_can_be_narrowed_in_time(): void
    {
        $this->take([self::firing('clk-2')]);
        $this->actingAs($this->person('noor-lind'));
        $this->get('/alerts')->assertInertia(
            fn(Shown $page) => $page->where('found.alerts', 1)->where('found.groups.0.items.0.id', 'clk-2'),
        );
        $group = (int) Alert::query()->where('item_id', 'clk-2')->latest('id')->value('group_id');
        $this->getJson("/alerts/members?group=$group")->assertJsonCount(1)
            ->assertJsonPath('0.item', 'clk-2')->assertJsonPath('0.closed_at', null);
        $all = Alert::query()->count();
        $this->get('/alerts?show=all')->assertInertia(fn(Shown $page) => $page->where('found.alerts', $all));
        $this->get('/alerts?show=all&from=2026-03-03T07:59:00Z&to=2026-03-03T08:01:00Z')->assertInertia(
            fn(Shown $page) => $page->where('found.alerts', 1),
        );
    }

    public function test_an_alert_shows_the_signals_behind_it_and_what_happened_to_it(): void
    {
        $this->take([
            [
                ...self::firing('clk-2'), 'value' => 3.5, 'unit' => 'satellites', 'url' => 'https://monitors.example/clk-2',
                'labels' => ['site' => 'storvik'],
            ],
            self::firing('clk-2'),
        ]);
        $alert = $this->alert('clk-2');
        $this->actingAs($this->person('ingrid-vale'))->post('/alerts/take', ['alerts' => [$alert->id]]);
        $this->get("/alerts/$alert->id")->assertInertia(fn(Shown $page) => $page
            ->has('signals', 2)->where('signals.1.value', 3.5)->where('signals.1.labels.site', 'storvik')
            ->where('services.0.id', 'vehicle-lanes')->where('items.0.name', 'Time server clk-2')
            ->where('story', fn(Collection $story): bool => $story->pluck('kind')->all() === ['alert.opened', 'alert.taken']));
        $this->get('/alerts/999999')->assertNotFound();
    }

    public function test_one_that_was_put_off_comes_back_at_once_when_it_fires_anew(): void
    {
        $this->take([self::firing('clk-2')]);
        $alert = $this->alert('clk-2');
        $this->actingAs($this->person('ingrid-vale'))->post('/alerts/wait', ['alerts' => [$alert->id], 'minutes' => 60]);
        self::assertSame([], AlertGroups::undecided());
        $this->later(60);
        $this->take([[...self::firing('clk-2'), 'condition' => 'clear']]);
        $this->later(60);
        $this->take([self::firing('clk-2')]);

        self::assertCount(1, AlertGroups::undecided());
        self::assertNull($alert->refresh()->wait_until);
        self::assertSame(
            ["alert:$alert->id", ["alert:$alert->id"]],
            [array_slice(self::entriesOf(SignalEntry::AlertClosed), -1)[0] ?? null, self::entriesOf(SignalEntry::AlertReopened)],
        );
    }

    public function test_a_wait_has_a_length_that_makes_sense(): void
    {
        $this->take([self::firing('clk-2')]);
        $this->actingAs($this->person('ingrid-vale'));
        foreach ([0, 4, 1441, 'long'] as $minutes) {
            $this->from('/')
                ->post('/alerts/wait', ['alerts' => [$this->alert('clk-2')->id], 'minutes' => $minutes])
                ->assertSessionHasErrors('minutes');
        }
        $this->from('/')->post('/alerts/take', ['alerts' => []])->assertSessionHasErrors('alerts');
        $this->from('/')
            ->post('/alerts/take', ['alerts' => [999999]])
            ->assertSessionHasErrors(['action' => 'These alerts are not there any more.']);
    }

    public function test_signals_are_taken_in_batches_and_nothing_is_taken_by_a_clock_that_lost_its_lease(): void
    {
        $this->signal(array_map(static fn(int $n): array => self::firing('clk-2', 'error', "c$n"), range(1, 700)))->assertStatus(202);
        self::assertSame(0, app(\App\Signals\TakeSignals::class)(static fn(): bool => false));
        self::assertSame([700, 0], [$this->takeSignals(), $this->takeSignals()]);
        self::assertSame(700, Alert::query()->where('source', 'probe')->count());
        self::assertSame(1, Entry::query()->where('kind', 'signals.taken')->count());
    }

    /** @param  list<array<string, mixed>>  $signals */
    private function take(array $signals): void
    {
        $this->signal($signals)->assertStatus(202);
        $this->takeSignals();
    }

    private function alert(string $item): Alert
    {
        return Alert::query()->where('item_id', $item)->latest('id')->firstOrFail();
    }
}
