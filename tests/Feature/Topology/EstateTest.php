<?php

declare(strict_types=1);

namespace Tests\Feature\Topology;

use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Team;
use App\Rota\Rota;
use App\Signals\Alert;
use App\Signals\Watched;
use App\Topology\Estate;
use App\Topology\Item;
use App\Topology\Reach;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;
use Tests\TestCase;

/** The estate of the demo, and what is shown of it. */
final class EstateTest extends TestCase
{
    public function test_the_company_is_there_in_full(): void
    {
        self::assertSame([9, 61], [Team::query()->count(), Person::query()->count()]);
        self::assertEqualsWithDelta(400, Item::query()->count(), 25);
        self::assertSame(0, Item::query()->whereNull('team_id')->count());
        self::assertSame([], Estate::open()->trace([])->affected);
        foreach (Person::query()->with('contacts')->get() as $person) {
            self::assertCount(3, $person->contacts, $person->name);
        }
    }

    public function test_every_team_has_somebody_on_call_at_every_moment_of_the_next_four_weeks(): void
    {
        foreach (Rota::query()->get() as $rota) {
            self::assertSame(0, $rota->between(now()->getTimestamp(), now()->getTimestamp() + 28 * 86400)->uncoveredSeconds(), $rota->name);
        }
    }

    public function test_the_lanes_stand_on_one_time_server(): void
    {
        $estate = Estate::open();
        $hit = static fn(string $item): array => array_map(
            static fn(HitService $s): string => "$s->id {$s->state->value}",
            $estate->services($estate->trace([$item => State::Down])),
        );

        self::assertSame(['vehicle-lanes down'], $hit('clk-2'));
        self::assertSame(
            [],
            $hit('core-sw-1') === [] ? [] : array_filter($hit('core-sw-1'), static fn(string $s): bool => ! str_ends_with($s, 'at_risk')),
        );
        self::assertSame(['freight-manifests at_risk'], $hit('manifest-db-1'));
        self::assertContains('booking down', $hit('booking-db'));
    }

    public function test_the_reach_says_why_in_words_and_shows_the_spare(): void
    {
        $estate = Estate::open();
        $reach = (new Reach($estate, $estate->trace(['manifest-db-1' => State::Down])))->toArray();
        $nodes = array_column($reach['nodes'], null, 'id');

        self::assertSame('Reported by alerts: down.', $nodes['manifest-db-1']['why']);
        self::assertSame('Without a spare, because Manifest store, node 1 is down.', $nodes['manifest-db']['why']);
        self::assertSame(['1 of 2 left, 1 needed'], $nodes['manifest-db']['groups']);
        self::assertSame(['up', 'Works; it is the spare.'], [$nodes['manifest-db-2']['state'], $nodes['manifest-db-2']['why']]);
        self::assertSame(['down' => 1, 'degraded' => 0, 'at_risk' => 3], $reach['counts']);
        self::assertContains(
            ['from' => 'manifest-db', 'to' => 'manifest-db-2', 'soft' => false, 'group' => '1 of 2 left, 1 needed'],
            $reach['edges'],
        );
    }

    public function test_the_reach_says_which_items_are_or_are_about_to_be_worked_on_and_why(): void
    {
        $work = static fn(int $from, int $to, string $item, string $reason): bool => DB::table('quiet_times')->insert([
            'from_at' => Moment::text(Moment::now() + $from), 'to_at' => Moment::text(Moment::now() + $to),
            'items' => json_encode([$item]), 'covers' => json_encode([$item]), 'with_dependents' => false, 'reason' => $reason,
            'author_id' => 'ada-holm', 'made_at' => now(),
        ]);
        $work(-60, 60, 'manifest-db-1', 'first');
        $work(-30, 60, 'manifest-db-1', 'second');
        $work(-60, 0, 'manifest-db-2', 'over');
        $work(60, 120, 'manifest-db', 'soon');
        $told = ['manifest-db-1' => 'first', 'manifest-db-2' => null, 'manifest-db' => 'soon'];
        $this->actingAs($this->person('ingrid-vale'))->get('/reach?items=manifest-db-1')->assertInertia(fn(Shown $page) => $page->where(
            'reach.nodes', fn(Collection $nodes): bool => $nodes->pluck('work', 'id')->only(array_keys($told))->all() == $told,
        ));
    }

    public function test_an_item_shows_what_it_needs_what_stands_on_it_and_how_it_is(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->actingAs($this->person('ada-holm'));
        $this->get('/estate/lane-time')->assertInertia(fn(Shown $page) => $page
            ->where('item.state', 'down')->where('item.why', 'Down, because Time server clk-2 is down.')
            ->where('needs.0.members.0.id', 'clk-2')->has('neededBy', 14)->where('reach.services.0.id', 'vehicle-lanes'));
        $this->get('/estate/manifest-db')->assertInertia(
            fn(Shown $page) => $page->where('needs.0.words', '1 of these 2')->where('needs.0.how', 'needs'),
        );
        $this->get('/estate/clk-2')->assertInertia(fn(Shown $page) => $page->has('alerts', 1)->where('needs', []));
    }

    public function test_items_are_found_by_name_id_or_site_worst_first(): void
    {
        $this->signal([self::firing('kiosk-ask-2')]);
        $this->takeSignals();
        $this->actingAs($this->person('ada-holm'));
        $this->get('/estate?find=kiosk&kind=kiosk')->assertInertia(
            fn(Shown $page) => $page->has('items', 28)->where('items.0.id', 'kiosk-ask-2')->where('items.0.state', 'down'),
        );
        $this->get('/estate?find=Skjell')->assertInertia(fn(Shown $page) => $page->where('items', fn($items): bool => count($items) > 10));
        $this->get('/estate?find=nothing-like-it')->assertInertia(fn(Shown $page) => $page->has('items', 0));
    }

    public function test_an_id_may_hold_any_character_that_an_address_escapes(): void
    {
        Item::query()->create(['id' => 'rack/7#b', 'name' => 'Rack 7b', 'kind' => 'rack', 'team_id' => 'platform']);
        $this->actingAs($this->person('ada-holm'));
        $this->get('/estate/'.rawurlencode('rack/7#b'))->assertInertia(fn(Shown $page) => $page->where('item.name', 'Rack 7b'));
        self::assertContains('/estate/rack%2F7%23b', array_column($this->getJson('/find?q=rack')->json(), 'link'));
    }

    public function test_items_to_choose_from_are_found_as_one_types_and_one_that_is_called_just_that_is_among_them(): void
    {
        $this->actingAs($this->person('ada-holm'));
        self::assertSame([], $this->getJson('/find/items?q=c')->json());
        self::assertLessThanOrEqual(12, count($this->getJson('/find/items?q=gate')->json()));
        self::assertSame(
            ['id' => 'clk-2', 'name' => 'Time server clk-2', 'more' => 'time server Storvik'],
            $this->getJson('/find/items?q=time server clk-2')->json('0'),
        );
        foreach (range(1, 20) as $n) {
            Item::query()->create(['id' => "wharf-$n", 'name' => "Wharf $n", 'kind' => 'rack', 'team_id' => 'platform']);
        }
        Item::query()->create(['id' => 'wharf', 'name' => 'Everything of the old wharf', 'kind' => 'rack', 'team_id' => 'platform']);
        self::assertContains('wharf', array_column($this->getJson('/find/items?q=wharf')->json(), 'id'));
    }

    public function test_what_would_fall_is_asked_by_address_and_told_apart_from_what_is_so_already(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->get('/what-if')->assertInertia(fn(Shown $page) => $page->component('Topology/WhatIf')->where('items', [])->where('falls', [])
            ->where(
                'worst',
                fn(Collection $worst): bool => $worst->count() === 10 && $worst->firstWhere('id', 'booking-db')['services'] === [
                    'Boarding', 'Booking', 'Payment', 'Ticket check', 'Vehicle lanes', 'Check-in',
                ],
            ));
        $this->get('/what-if?items=clk-2,nothing-here')->assertInertia(fn(Shown $page) => $page
            ->where('items.0.name', 'Time server clk-2')->where('unknown', ['nothing-here'])->where('services.0.id', 'vehicle-lanes')
            ->where(
                'falls', fn(Collection $falls): bool => ! $falls->pluck('id')->contains('clk-2'),
            )->where('teams', fn(Collection $teams): bool => $teams->contains('Lane systems')));

        $hit = static fn(TestResponse $answer): int =>
            count($answer->inertiaProps('falls')) + count($answer->inertiaProps('suffers')) + count($answer->inertiaProps('loses'));
        $alone = $hit($this->get('/what-if?items=clk-2'));
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        self::assertGreaterThan(0, $alone);
        self::assertSame($alone, $hit($this->get('/what-if?items=clk-2')));
        self::assertSame(0, $hit($this->get('/what-if?items=clk-2&now=1')));
    }

    public function test_a_service_shows_what_alone_would_take_it_down(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->get('/estate/vehicle-lanes')->assertInertia(fn(Shown $page) => $page->where(
            'weakPoints',
            fn(Collection $weak): bool => $weak->isNotEmpty() && $weak->pluck('tier')
                ->all() === $weak->pluck('tier')->sort()->values()->all(),
        ));
        $this->get('/estate/clk-2')->assertInertia(fn(Shown $page) => $page->where('weakPoints', null));
        // As many services as the start of a what-if says of it: those that are down without it.
        $worst = array_column($this->get('/what-if')->inertiaProps('worst'), 'services', 'id');
        $weak = array_column($this->get('/estate/booking')->inertiaProps('weakPoints'), 'services', 'id');
        self::assertSame([count($worst['bus']), count($worst['booking-db'])], [$weak['bus'], $weak['booking-db']]);
    }

    public function test_what_is_most_likely_behind_a_group_is_named_with_its_reasons(): void
    {
        $this->signal([self::firing('clk-2', 'critical')]);
        $this->takeSignals();
        $this->later(20);
        $this->signal([self::firing('lane-time'), self::firing('lane-control-ask'), self::firing('lane-control-nordpier')]);
        $this->takeSignals();
        $alert = Alert::query()->where('item_id', 'lane-control-ask')->latest('id')->firstOrFail();
        $this->actingAs($this->person('ingrid-vale'))->get("/alerts/$alert->id")->assertInertia(fn(Shown $page) => $page
            ->where('causes.0.id', 'clk-2')->where(
                'causes.0.words',
                fn(string $words): bool => str_starts_with(
                    $words, 'It explains all 4 items in trouble; it is in trouble itself, and was before the others',
                ),
            ));
    }

    public function test_of_an_item_whose_check_says_that_all_is_well_silence_says_something(): void
    {
        DB::table('alert_items')->delete();
        $words = function (): string {
            $alert = Alert::query()->where('item_id', 'lane-control-ask')->latest('id')->firstOrFail();
            $causes = $this->actingAs($this->person('ingrid-vale'))->get("/alerts/$alert->id")->inertiaProps('causes');

            return array_column($causes, 'words', 'id')['clk-2'] ?? '';
        };
        $this->signal([self::firing('lane-time'), self::firing('lane-control-ask'), self::firing('lane-control-nordpier')]);
        $this->takeSignals();
        self::assertStringNotContainsString('Lane control Brenna', $words());

        $this->signal([[...self::firing('lane-control-brenna'), 'condition' => 'clear']]);
        $this->takeSignals();
        self::assertStringContainsString('Lane control Brenna should be in trouble too, and is not', $words());

        // A check that has not spoken for a month is not there any more.
        $this->travel(32)->days();
        self::assertNotContains('lane-control-brenna', Watched::items());
        $this->signal([[...self::firing('lane-control-brenna'), 'condition' => 'clear']]);
        $this->takeSignals();
        self::assertContains('lane-control-brenna', Watched::items());
    }

    public function test_a_service_shows_how_much_of_ninety_days_it_was_there(): void
    {
        $this->actingAs($this->person('noor-lind'));
        // Wireless was interrupted for 82 minutes in the history of the demo: its alerts say no more than that it was
        // near, and somebody declared it.
        $this->get(
            '/estate/harbour-wireless'
        )->assertInertia(fn(Shown $page) => $page->where('availability.stretches', 1)->where('availability.down', 82 * 60 * 1000)->where(
            'availability.share', fn(float $share): bool => abs($share - (1 - 82 / 129600)) < 0.000001,
        ));
        $this->get('/estate/booking')->assertInertia(fn(Shown $page) => $page->where(
            'availability.share', fn(int|float $share): bool => (float) $share === 1.0,
        )->where('availability.stretches', 0));

        // The database takes booking along, and everything that stands on it, whether anybody declares that or not; twice
        // at once counts once.
        $this->signal([self::firing('booking-db'), self::firing('booking-web')]);
        $this->takeSignals();
        $this->travel(10)->minutes();
        $this->get('/estate/booking')->assertInertia(fn(Shown $page) => $page->where('availability.stretches', 1)->where(
            'availability.down', fn(int $down): bool => abs($down - 600_000) < 60_000,
        ));
        $this->get('/estate/check-in')->assertInertia(fn(Shown $page) => $page->where('availability.stretches', 1));
        $this->get('/estate/fuel-telemetry')->assertInertia(fn(Shown $page) => $page->where('availability.stretches', 0));
        $this->get('/estate/clk-2')->assertInertia(fn(Shown $page) => $page->where('availability', null));
    }

    public function test_the_reach_goes_both_ways_from_an_item_a_group_or_an_incident(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $side = static fn(TestResponse $answer): array => array_column($answer->inertiaProps('reach')['nodes'], 'side', 'id');
        $sides = $side($this->get('/reach?items=lane-control-ask')->assertInertia(
            fn(Shown $page) => $page->component('Topology/Reach')
                ->where('begun.supposed', true)->where('begun.link', '/estate/lane-control-ask')->etc(),
        ));
        self::assertSame(
            ['root', 'under', 'under', 'hit', 'hit'],
            [$sides['lane-control-ask'], $sides['clk-2'], $sides['cable-ask'], $sides['barrier-ask'], $sides['vehicle-lanes']],
        );
        self::assertSame('spare', $sides['barrier-skjell']);

        $this->signal([self::firing('clk-2'), self::firing('lane-control-ask', 'error')]);
        $this->takeSignals();
        $reach = $this->get('/reach?items=lane-control-ask')
            ->assertInertia(fn(Shown $page) => $page->where('begun.supposed', false)->etc())->inertiaProps('reach');
        $nodes = array_column($reach['nodes'], null, 'id');
        self::assertSame(
            ['down', 1, 'Lane control Ask, which needs Lane time, which needs Time server clk-2. It is down.'],
            [$nodes['clk-2']['state'], $nodes['clk-2']['alerts'], $nodes['clk-2']['why']],
        );
        self::assertContains(['from' => 'lane-time', 'to' => 'clk-2', 'soft' => false, 'group' => null], $reach['edges']);

        $alert = Alert::query()->where('item_id', 'clk-2')->latest('id')->firstOrFail();
        self::assertSame('root', $side($this->get("/reach?group=$alert->group_id"))['clk-2']);
        $this->actingAs($this->person('ingrid-vale'))
            ->post(
                '/incidents',
                [
                    'title' => 'Lanes stand', 'alerts' => [$alert->id], 'impact' => 'part', 'urgency' => 'now',
                    'service' => 'vehicle-lanes', 'team' => 'lanes', 'call' => false,
                ],
            )
            ->assertSessionHasNoErrors();
        $incident = (int) Alert::query()->whereKey($alert->id)->value('incident_id');
        self::assertSame('root', $side($this->get("/reach?incident=$incident"))['clk-2']);
        $this->get('/reach?group=99999')->assertNotFound();
        $this->get('/reach?items=nothing')->assertInertia(
            fn(Shown $page) => $page->where('begun.items', [])->where('reach.nodes', [])->etc(),
        );
    }

    public function test_a_question_says_when_it_hurts_least_and_whom_to_tell_and_is_kept(): void
    {
        $this->actingAs($this->person('ada-holm'));
        $this->get(
            '/what-if?items=clk-2&hours=3'
        )->assertInertia(fn(Shown $page) => $page->where(
            'best.0.words', 'Mon 00:00 to 03:00'
        )->where('best.0.uses', '0 sailings')->where('best.0.share', 0)->where('hours', 3)
            ->where('ask', ['Platform'])->where('tell.0.of', ['Vehicle lanes'])->where('unmeasured', [])->etc());
        Item::query()->whereKey('vehicle-lanes')->update(['use' => null]);
        $this->get('/what-if?items=clk-2')->assertInertia(
            fn(Shown $page) => $page->where('best', [])->where('unmeasured', ['Vehicle lanes'])->where('hours', 2)->etc(),
        );

        $this->post('/what-if', ['name' => '', 'items' => ['clk-2'], 'hours' => 3])->assertSessionHasErrors('name');
        $this->post(
            '/what-if', ['name' => 'New time server', 'items' => ['clk-2'], 'hours' => 3], ['X-Request-Key' => 'k'],
        )->assertSessionHasNoErrors();
        $this->post('/what-if', ['name' => 'New time server', 'items' => ['clk-2'], 'hours' => 3], ['X-Request-Key' => 'k']);
        $this->get('/what-if')->assertInertia(
            fn(Shown $page) => $page->has('kept', 1)->where('kept.0.author', 'Ada Holm')->where('kept.0.items', ['clk-2'])->etc(),
        );
        $this->post('/what-if/1/drop');
        $this->get('/what-if')->assertInertia(fn(Shown $page) => $page->has('kept', 0)->etc());
    }

    public function test_a_service_shows_what_was_reported_of_it_and_what_it_stands_on(): void
    {
        $this->post('/report', ['what' => 'The lanes do not open', 'service' => 'vehicle-lanes'])->assertSessionHasNoErrors();
        $this->actingAs($this->person('ada-holm'));
        $this->get(
            '/estate/vehicle-lanes'
        )->assertInertia(fn(Shown $page) => $page->has('reports', 1)->where(
            'record.business_owner', fn(?string $owner): bool => $owner !== null
        )->where('record.hours', 'Mon–Fri 05–23, Sat–Sun 06–24')
            ->where(
                'reach.nodes',
                fn(Collection $nodes): bool =>
                    $nodes->firstWhere('id', 'clk-2')['side'] === 'under' && $nodes->firstWhere('id', 'vehicle-lanes')['side'] === 'root',
            )->etc());
    }
}
