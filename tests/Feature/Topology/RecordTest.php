<?php

declare(strict_types=1);

namespace Tests\Feature\Topology;

use App\Platform\Journal\Entry;
use App\Signals\RemindOfDates;
use App\Topology\Estate;
use App\Topology\FindItems;
use App\Topology\Record\Fields;
use App\Topology\Record\Needs;
use App\Topology\TopologyEntry;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Topology\State;
use Tests\TestCase;

/** Items as people set them: types, owners, history, dates, doubts, and how they are found. */
final class RecordTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ada-holm'));
    }

    /** @return array<array-key, string> */
    private function fields(string $item): array
    {
        return Fields::of(DB::table('items')->where('id', $item)->first() ?? self::fail("There is no $item."));
    }

    /** @return list<\stdClass> */
    private function entries(string $kind): array
    {
        return array_values(DB::table('journal')->where('kind', $kind)->orderBy('seq')->get()->all());
    }

    public function test_a_change_is_kept_with_who_said_it_and_stands_in_the_history(): void
    {
        $this->post(
            '/estate/host-03/change',
            [
                'fields' => ['site' => 'Ask', 'memory' => '512', 'team' => 'Quay network'],
                'was' => ['site' => 'Nordpier', 'memory' => '256', 'team' => 'platform'], 'why' => 'moved to the new hall',
            ],
        )->assertSessionHasNoErrors();

        self::assertSame(
            ['Ask', '512', 'quay'],
            [$this->fields('host-03')['site'], $this->fields('host-03')['memory'], $this->fields('host-03')['team']],
        );
        $facts = Entry::query()->where('kind', 'item.changed')->sole()->told();
        self::assertSame(
            [
                'changes' => ['memory' => ['256', '512'], 'site' => ['Nordpier', 'Ask'], 'team' => ['platform', 'quay']],
                'name' => 'Host 3', 'why' => 'moved to the new hall',
            ],
            ['changes' => collect((array) $facts['changes'])->sortKeys()->all(), 'name' => $facts['name'], 'why' => $facts['why']],
        );
        $this->get('/estate/host-03')->assertInertia(fn(Shown $page) => $page->where('record.fields.3.label', 'Site')->where(
            'record.fields.3.by', 'Ada Holm'
        )
            ->where('record.fields.0.by', 'Per Strand')->where('history.0.lead', 'Changed Host 3')->etc());
    }

    public function test_every_wrong_field_says_so_beside_itself_and_nothing_is_kept(): void
    {
        $this->post(
            '/estate/host-03/change',
            [
                'fields' => ['site' => 'Ask', 'memory' => 'lots', 'warranty_ends' => '2026-02-30', 'tier' => '7', 'team' => 'moon'],
                'was' => [],
            ],
        )
            ->assertSessionHasErrors([
                'fields.memory', 'fields.warranty_ends', 'fields.tier', 'fields.team',
            ])->assertSessionDoesntHaveErrors('fields.site');
        self::assertSame('Nordpier', $this->fields('host-03')['site']);
    }

    public function test_two_who_edit_different_things_both_have_their_way_and_of_the_same_thing_the_second_is_told(): void
    {
        $was = ['site' => 'Nordpier', 'memory' => '256'];
        $this->actingAs($this->person('per-strand'))->post('/estate/host-03/change', ['fields' => ['site' => 'Havre'], 'was' => $was]);
        $this->actingAs($this->person('ada-holm'))
            ->post('/estate/host-03/change', ['fields' => ['memory' => '512'], 'was' => $was])
            ->assertSessionHasNoErrors();
        $this->post('/estate/host-03/change', ['fields' => ['site' => 'Ask', 'memory' => '1024'], 'was' => [...$was, 'memory' => '512']])
            ->assertSessionHasErrors(['fields.site' => 'Per Strand set this to "Havre" meanwhile. Save again to put yours in its place.']);
        self::assertSame(['Havre', '512'], [$this->fields('host-03')['site'], $this->fields('host-03')['memory']]);
        $this->post('/estate/host-03/change', ['fields' => ['site' => 'Ask'], 'was' => ['site' => 'Havre']])->assertSessionHasNoErrors();
        self::assertSame('Ask', $this->fields('host-03')['site']);
    }

    public function test_needs_are_written_in_words_and_traced(): void
    {
        $this->post(
            '/estate/tide-feed/change', ['needs' => 'runs on 1 of host-01, host-02; to work fully: bus', 'needs_was' => 'bus'],
        )->assertSessionHasNoErrors();
        self::assertSame(
            'to work fully: bus; runs on 1 of host-01, host-02', Fields::words()->format(Needs::of(['tide-feed'])['tide-feed']),
        );
        $estate = Estate::open();
        $states = static fn(array $down): array => array_column(
            $estate->trace(array_fill_keys($down, State::Down))->affected, 'state', 'id',
        );
        self::assertSame(
            [State::AtRisk, State::Down, State::Degraded],
            [$states(['host-01'])['tide-feed'], $states(['host-01', 'host-02'])['tide-feed'], $states(['bus'])['tide-feed']],
        );
        foreach (['tide-feed', '3 of host-01, host-02', 'host-99', 'beside host-01'] as $wrong) {
            $this->post(
                '/estate/tide-feed/change',
                ['needs' => $wrong, 'needs_was' => 'to work fully: bus; runs on 1 of host-01, host-02'],
            )->assertSessionHasErrors('needs');
        }
        $this->post('/estate/tide-feed/change', ['needs' => 'bus', 'needs_was' => 'bus'])->assertSessionHasErrors('needs');
    }

    public function test_items_are_made_once_and_under_an_id_that_is_free(): void
    {
        $new = [
            'id' => 'host-25', 'fields' => ['name' => 'Host 25', 'kind' => 'host', 'serial' => 'EL-25', 'team' => 'platform'],
            'needs' => 'core-sw-1', 'why' => 'bought',
        ];
        $this->post('/items', $new, ['X-Request-Key' => 'k'])->assertRedirect('/estate/host-25');
        $this->post('/items', $new, ['X-Request-Key' => 'k2'])->assertSessionHasErrors('id');
        $this->post('/items', [...$new, 'id' => 'host-26'])->assertSessionHasErrors([
            'action' => 'Serial number EL-25 is that of "host-25" already. Two items cannot share it: correct one, or change "host-25".',
        ]);
        $this->post('/items', [...$new, 'id' => 'host 27'])->assertSessionHasErrors('action');
        $this->post('/items', ['id' => 'x', 'fields' => ['name' => 'X']])->assertSessionHasErrors();
        self::assertSame(1, count($this->entries('item.made')));
        self::assertSame(['core-sw-1'], DB::table('dependencies')->where('from_id', 'host-25')->pluck('to_id')->all());
    }

    public function test_responders_look_and_do_not_touch(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->get('/estate/host-03')->assertOk();
        $this->get('/truth')->assertOk();
        $this->post('/estate/host-03/change', ['fields' => ['site' => 'Ask'], 'was' => []])->assertForbidden();
        $this->post('/items', ['id' => 'x', 'fields' => ['name' => 'X', 'kind' => 'host']])->assertForbidden();
    }

    public function test_types_are_made_and_changed_and_keep_what_is_recorded(): void
    {
        $attribute = ['name' => 'beam', 'label' => 'Beam, m', 'kind' => 'number'];
        $this->post(
            '/types',
            ['type' => ['name' => 'pontoon', 'attributes' => [$attribute], 'identifying' => ['name']], 'version' => null],
        )->assertSessionHasNoErrors();
        $this->post(
            '/items', ['id' => 'p1', 'fields' => ['name' => 'Pontoon 1', 'kind' => 'pontoon', 'beam' => '8.5']],
        )->assertSessionHasNoErrors();
        $this->post(
            '/types', ['type' => ['name' => 'pontoon', 'attributes' => [], 'identifying' => []], 'version' => 1],
        )->assertSessionHasErrors('attributes');
        $this->post(
            '/types',
            ['type' => ['name' => 'pontoon', 'attributes' => [[...$attribute, 'kind' => 'text']], 'identifying' => []], 'version' => 1],
        )->assertSessionHasErrors('attributes');
        $this->post(
            '/types',
            [
                'type' => [
                    'name' => 'pontoon',
                    'attributes' => [$attribute, ['name' => 'length', 'label' => 'Length', 'kind' => 'number']],
                    'identifying' => ['name'],
                ],
                'version' => 1,
            ],
        )->assertSessionHasNoErrors();
        $this->post(
            '/types', ['type' => ['name' => 'pontoon', 'attributes' => [$attribute], 'identifying' => []], 'version' => 1],
        )->assertSessionHasErrors('version');
        $this->post(
            '/types',
            ['type' => ['name' => 'pontoon', 'attributes' => [['name' => 'tier', 'label' => 'T', 'kind' => 'text']]], 'version' => 2],
        )->assertSessionHasErrors('attributes/0/name');
        $this->get('/types')->assertInertia(fn(Shown $page) => $page->component('Topology/Types')->where(
            'types', fn(Collection $types): bool => $types->firstWhere('name', 'pontoon')['items'] === 1,
        )->etc());
    }

    public function test_a_relation_is_as_strong_as_it_says(): void
    {
        $state = static fn(array $down): ?State => array_column(
            Estate::open()->trace(array_fill_keys($down, State::Down))->affected, 'state', 'id',
        )['tide-feed'] ?? null;
        $this->post('/relations', ['forward' => 'is moored by', 'backward' => 'moors', 'strength' => 'hard'])->assertSessionHasNoErrors();
        $this->post(
            '/relations', ['forward' => 'Is moored by', 'backward' => 'x', 'strength' => 'hard'],
        )->assertSessionHasErrors('forward');
        $this->post('/relations', ['forward' => '2 of x', 'backward' => 'x', 'strength' => 'hard'])->assertSessionHasErrors('forward');
        $this->post(
            '/estate/tide-feed/change',
            ['needs' => 'is moored by host-01; is moored by 1 of host-02, host-03', 'needs_was' => 'bus'],
        )->assertSessionHasNoErrors();
        self::assertSame(State::Down, $state(['host-01']));
        $change = fn(string $strength, string $saw) => $this->post('/relations', [
            'id' => 'is-moored-by', 'forward' => 'is moored by', 'backward' => 'moors', 'strength' => $strength,
            'was' => ['forward' => 'is moored by', 'backward' => 'moors', 'strength' => $saw],
        ], ['X-Request-Key' => "$strength $saw"]);
        $change('soft', 'hard')->assertSessionHasNoErrors();
        $change('hard', 'hard')->assertSessionHasErrors(['forward' =>
            'Somebody changed this relation meanwhile: one is moored by another, which moors it; without it, it is degraded. What you entered is still here.',
        ]);
        self::assertSame(State::Degraded, $state(['host-01']));
        self::assertSame(State::Degraded, $state(['host-02', 'host-03']));
    }

    public function test_items_are_found_by_whatever_is_recorded_of_them(): void
    {
        $find = static fn(string $text): array => FindItems::best($text, '', 50)->pluck('id')->map(strval(...))->all();
        self::assertEqualsCanonicalizing(
            $find('lane control'), FindItems::query('lane control')->pluck('id')->all(),
            'The best of them are all of them where they are few.',
        );
        self::assertSame('host-07', $find('EL-HOST-07')[0]);
        self::assertSame('cable-havre', $find('eil-cable-havre')[0]);
        $address = $this->fields('host-07')['address'];
        self::assertContains('host-07', $find($address));
        self::assertContains('vehicle-lanes', $find('lane systems'), 'by its team');
        $owner = (string) DB::table('people')->where('id', $this->fields('boarding')['business_owner'])->value('name');
        self::assertContains('boarding', $find($owner), 'by its business owner');
        self::assertSame('tide-feed', $find('tide fe')[0], 'as one types');
        self::assertSame([], $find('nothing is called that'));
        self::assertSame([], $find('"'), 'a quote is no query');
        self::assertSame([], $find('* OR NEAR('));
        $this->post('/estate/tide-feed/change', ['fields' => ['description' => 'Grønnsund repeater'], 'was' => []]);
        self::assertSame(['tide-feed'], $find('gronnsund rep'), 'with or without accents');
        DB::table('teams')->where('id', 'crew')->update(['name' => 'Seafarers']);
        self::assertContains('roster-job', $find('seafarers'));
        DB::table('items')->where('id', 'wireless-ask')->delete();
        self::assertNotContains('wireless-ask', $find('wireless ask'));
        $this->get('/find?q=el-host-07')->assertJsonPath('0.link', '/estate/host-07');
    }

    public function test_the_record_says_what_of_it_is_doubtful_and_how_much_is_sound(): void
    {
        DB::table('items')->where('id', 'host-04')->update(['team_id' => null]);
        DB::table('items')->where('id', 'host-05')->update(['not_seen_since' => '2026-02-01 10:00:00.000']);
        DB::table('item_values')->insert([
            'item_id' => 'host-06', 'field' => 'memory', 'origin' => 'scan:sweep', 'value' => '64', 'said_by' => 'sweep',
            'said_at' => '2026-03-01 10:00:00.000',
        ]);
        $this->post('/items', ['id' => 'alone', 'fields' => ['name' => 'Alone', 'kind' => 'host', 'team' => 'platform']]);
        $this->post('/estate/host-07/change', ['needs' => 'host-08', 'needs_was' => $this->needsOf('host-07')]);
        $this->post('/estate/host-08/change', ['needs' => 'host-07', 'needs_was' => $this->needsOf('host-08')]);

        $this->get('/truth')->assertInertia(fn(Shown $page) => $page
            ->component('Topology/Truth')->where('rows', function (Collection $rows): bool {
                $told = $rows->mapWithKeys(fn(array $row): array => [$row['id'] => implode(', ', array_column($row['doubts'], 'words'))]);
                self::assertSame(
                    [
                        'no team owns it', 'no longer seen', 'a scan says otherwise', 'nothing depends on it',
                        'needs itself in a circle', 'needs itself in a circle', 'stands on one thing',
                    ],
                    [
                        $told['host-04'], $told['host-05'], $told['host-06'], $told['alone'], $told['host-07'], $told['host-08'],
                        $told['vehicle-lanes'],
                    ],
                );

                return ! $told->has('host-09');
            })
            ->where(
                'teams',
                fn(Collection $teams): bool =>
                    $teams->firstWhere('id', 'nobody')['sound'] === 0 && $teams->firstWhere('id', 'platform')['sound'] > 20,
            )
            ->etc());
        $this->get('/truth?doubt=contradicted&team=platform')->assertInertia(
            fn(Shown $page) => $page->has('rows', 1)->where('rows.0.id', 'host-06')->etc(),
        );

        $settle = fn(bool $take, string $ours, string $theirs) => $this->post(
            '/estate/host-06/settle', ['field' => 'memory', 'take' => $take, 'ours' => $ours, 'theirs' => $theirs],
            ['X-Request-Key' => uniqid()],
        );
        $ours = $this->fields('host-06')['memory'];
        $settle(true, $ours, '32')->assertSessionHasErrors(['action' => "Meanwhile it is \"$ours\" here, and \"64\" by sweep. Look again, then decide."]);
        $settle(true, '8', '64')->assertSessionHasErrors('action');
        self::assertSame($ours, $this->fields('host-06')['memory']);
        $settle(true, $ours, '64')->assertSessionHasNoErrors();
        $settle(true, $ours, '64')->assertSessionHasNoErrors();
        self::assertSame('64', $this->fields('host-06')['memory']);
        $this->post('/estate/host-05/seen');
        self::assertContains('item:host-05', self::entriesOf(TopologyEntry::ItemChanged));
        $this->get('/truth?doubt=contradicted')->assertInertia(fn(Shown $page) => $page->has('rows', 0)->etc());
        $this->get('/truth?doubt=not_seen')->assertInertia(fn(Shown $page) => $page->has('rows', 0)->etc());
    }

    private function remind(): void
    {
        app(RemindOfDates::class)(static fn(): bool => true);
        $this->takeSignals();
    }

    private function needsOf(string $item): string
    {
        return Fields::words()->format(Needs::of([$item])[$item] ?? []);
    }

    public function test_a_date_that_comes_near_is_no_part_of_an_outage_of_its_item(): void
    {
        $group = fn(string $source): mixed => DB::table('alerts')
            ->where('source', $source)->where('item_id', 'cable-havre')
            ->value('group_id') ?? self::fail("No alert from $source.");
        $this->post('/estate/cable-havre/change', ['fields' => ['contract_ends' => '2026-03-15'], 'was' => []]);
        $this->remind();
        $this->signal([self::firing('cable-havre')])->assertStatus(202);
        $this->takeSignals();
        self::assertNotSame($group('dates'), $group('probe'), 'The reminder came first.');
    }

    public function test_what_ends_becomes_an_alert_to_its_owner_and_is_cleared_when_it_is_moved(): void
    {
        $this->post('/estate/cable-havre/change', ['fields' => ['contract_ends' => '2026-03-15'], 'was' => []]);
        $this->remind();
        $alert = DB::table('alerts')->where('source', 'dates')->first();
        self::assertSame(
            ['cable-havre', 'ends-contract_ends', 'info', 'quay', null],
            [$alert?->item_id, $alert?->check, $alert?->level, $alert?->team_id, $alert?->closed_at],
        );
        self::assertStringContainsString('contract ends 2026-03-15; ends in 12 days', (string) $alert?->summary);
        $this->later(700);
        $this->remind();
        self::assertSame(1, DB::table('signals')->where('source', 'dates')->count(), 'It is told once.');
        $this->later(13 * 86400);
        $this->remind();
        self::assertSame('warning', DB::table('alerts')->where('source', 'dates')->whereNull('closed_at')->value('level'), 'It is over.');
        $this->post(
            '/estate/cable-havre/change',
            ['fields' => ['contract_ends' => '2029-03-15'], 'was' => ['contract_ends' => '2026-03-15']],
        )->assertSessionHasNoErrors();
        $this->later(700);
        $this->remind();
        self::assertNotNull(DB::table('alerts')->where('source', 'dates')->latest('id')->value('closed_at'));
        self::assertSame(0, DB::table('date_reminders')->count());
    }

    public function test_a_discount_is_reminded_of_until_its_day_is_over_and_stands_in_the_list_with_the_end(): void
    {
        $this->post('/types', ['type' => ['name' => 'berth lease', 'identifying' => ['name'], 'attributes' => [
            ['name' => 'until', 'label' => 'Lease ends', 'kind' => 'date', 'remind' => [20]],
            [
                'name' => 'cheaper_until', 'label' => 'Discount for renewing early', 'kind' => 'date', 'remind' => [10, 2],
                'early' => 'until',
            ],
        ]], 'version' => null])->assertSessionHasNoErrors();
        $this->post(
            '/items',
            [
                'id' => 'lease-1',
                'fields' => [
                    'name' => 'Lease of berth 1', 'kind' => 'berth lease', 'until' => '2026-04-30',
                    'cheaper_until' => '2026-03-10',
                ],
            ],
        )->assertSessionHasNoErrors();
        $open = static fn(): array => DB::table('alerts')->where('item_id', 'lease-1')
            ->whereNull('closed_at')->orderBy('check')->pluck('level', 'check')->all();
        $this->remind();
        self::assertSame(['ends-cheaper_until' => 'info'], $open());
        $this->get('/dates')->assertInertia(fn(Shown $page) => $page->where(
            'dates',
            fn(Collection $dates): bool => $dates->firstWhere('what', 'Discount for renewing early')['before'] === '2026-04-30',
        )->etc());
        $this->later(6 * 86400);
        $this->remind();
        self::assertSame(['ends-cheaper_until' => 'warning'], $open(), 'The last reminder is louder.');
        $this->later(2 * 86400);
        $this->remind();
        self::assertSame([], $open(), 'What is lost is not reminded of any more.');
        $this->later(33 * 86400);
        $this->remind();
        self::assertSame(['ends-until' => 'warning'], $open());
        self::assertNull(collect((array) $this->get('/dates')->inertiaProps('dates'))->firstWhere('what', 'Discount for renewing early'));
    }
}
