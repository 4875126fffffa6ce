<?php

declare(strict_types=1);

namespace Tests\Feature\Topology;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Refused;
use App\Rota\Rota;
use App\Signals\Alert;
use App\Topology\Exchange\KeepImports;
use App\Topology\Exchange\StoreImport;
use App\Topology\Standing;
use App\Topology\TopologyEntry;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Time\Instant;
use Skarvo\Topology\State;
use Tests\TestCase;

/** What was recorded, stored or taken too early is taken back; and what an item went through is seen. */
final class TakeBackTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ingrid-vale'));
    }

    /** @return array<string, list<\stdClass>> */
    private static function dependencies(): array
    {
        return [
            'd' => array_values(
                DB::table('dependencies')->orderBy('from_id')
                    ->orderBy('to_id')->orderBy('strength')->get(['from_id', 'to_id', 'strength', 'relation_id'])
                    ->all(),
            ),
            'g' => array_values(
                DB::table('need_groups')->orderBy('item_id')->orderBy('name')->get(['item_id', 'name', 'needs', 'strength'])->all(),
            ),
        ];
    }

    public function test_a_retired_item_is_gone_from_the_estate_and_comes_back_as_it_was(): void
    {
        $before = self::dependencies();
        $this->post('/estate/manifest-db-2/retire', ['why' => ''])->assertSessionHasErrors('why');
        $this->post('/estate/manifest-db-2/retire', ['why' => 'sold'])->assertSessionHasNoErrors();
        $this->post('/estate/manifest-db-2/retire', ['why' => 'twice'], ['X-Request-Key' => 'twice'])->assertSessionHasErrors('action');
        $this->get('/estate?find=manifest-db')->assertInertia(fn(Shown $shown) => $shown->where(
            'items',
            fn(Collection $items): bool => $items->pluck('id')
                ->contains('manifest-db-1') && ! $items->pluck('id')->contains('manifest-db-2'),
        ));
        self::assertSame(0, DB::table('dependencies')->where('to_id', 'manifest-db-2')->count());
        $this->get('/estate/manifest-db-2')
            ->assertOk()
            ->assertInertia(fn(Shown $shown) => $shown->where('item.retired.why', 'sold')->where(
                'history.0.lead', fn(string $lead): bool => str_starts_with($lead, 'Retired'),
            ));
        // Its spare is all that is left now.
        $this->signal([self::firing('manifest-db-1')]);
        $this->takeSignals();
        self::assertSame(State::Down, Standing::now()->state('freight-manifests'));
        $this->post('/estate/manifest-db-2/bring-back')->assertSessionHasNoErrors();
        self::assertEquals($before, self::dependencies());
        self::assertNotSame(State::Down, Standing::now()->state('freight-manifests'));
        // What somebody said meanwhile of the group that it was in stays.
        $this->post('/estate/manifest-db-2/retire', ['why' => 'again'], ['X-Request-Key' => 'again'])->assertSessionHasNoErrors();
        $group = DB::table('need_groups')->whereIn('id', DB::table('dependencies')->where('to_id', 'manifest-db-1')->select('group_id'));
        $needed = (int) (clone $group)->value('needs');
        (clone $group)->update(['needs' => $needed + 1]);
        $this->post('/estate/manifest-db-2/bring-back', [], ['X-Request-Key' => 'back'])->assertSessionHasNoErrors();
        self::assertSame($needed + 1, (int) (clone $group)->value('needs'));
        $this->post('/estate/manifest-db-1/retire', ['why' => 'x'], ['X-Request-Key' => 'open'])->assertSessionHasErrors('action');
        $this->actingAs($this->person('noor-lind'))->post('/estate/manifest-db-2/retire', ['why' => 'x'])->assertForbidden();
    }

    public function test_an_import_is_undone_and_what_it_changed_is_shown_before_it_is_set_back(): void
    {
        $upload = fn(string $csv) => $this->post('/imports', ['file' => UploadedFile::fake()->createWithContent('kiosks.csv', $csv)]);
        $upload("id,name,kind\nx-1,X,comptroller\n")->assertSessionHasNoErrors();
        $refused = DB::table('imports')->latest('id')->value('counts');
        self::assertSame(1, json_decode((string) $refused, true)['refused'], 'There is no such type.');
        $this->get('/imports/'.DB::table('imports')->max('id'))->assertInertia(fn(Shown $shown) => $shown->where(
            'rows.0.why', fn(string $why): bool => str_contains($why, 'There is no type "comptroller". '),
        ));
        $site = DB::table('items')->where('id', 'manifest-db-1')->value('site');
        $upload("id,name,kind,site\nnew-1,New one,controller,Ask\nnew-2,New two,controller,Ask\nmanifest-db-1,,,Nowhere\n")
            ->assertSessionHasNoErrors();
        $import = (int) DB::table('imports')->max('id');
        $this->post("/imports/$import/confirm")->assertSessionHasNoErrors();
        self::store($import);
        self::assertSame('stored', DB::table('imports')->where('id', $import)->value('state'));
        $this->post('/estate/new-2/change', ['fields' => ['site' => 'Skjell'], 'was' => ['site' => 'Ask'], 'why' => 'moved']);
        foreach (['k', 'k'] as $key) {
            $this->post("/imports/$import/undo", ['why' => 'the wrong file'], ['X-Request-Key' => $key])->assertSessionHasNoErrors();
        }
        self::assertTrue(\App\Topology\Record\RetireItem::isRetired('new-1'));
        self::assertSame(["import:$import"], self::entriesOf(TopologyEntry::ImportUndone));
        self::assertSame('undone', DB::table('imports')->where('id', $import)->value('state'));
        $back = (int) DB::table('imports')->max('id');
        self::assertNotSame($import, $back);
        self::assertSame('Nowhere', DB::table('items')->where('id', 'manifest-db-1')->value('site'), 'Looked at first.');
        $this->post("/imports/$back/confirm", [], ['X-Request-Key' => 'back'])->assertSessionHasNoErrors();
        self::store($back);
        self::assertSame($site, DB::table('items')->where('id', 'manifest-db-1')->value('site'));
        $this->post("/imports/$import/undo", ['why' => 'twice'], ['X-Request-Key' => 'twice'])->assertSessionHasErrors('action');
        // Nor by somebody who read it before it was undone.
        $before = (object) ['state' => 'stored', ...(array) DB::table('imports')->where('id', $import)->first(['id', 'name'])];
        $this->assertThrows(fn() => app(KeepImports::class)->undo($before, 'late', $this->person('mika-sund')), Refused::class);
    }

    public function test_a_second_one_who_confirms_takes_nothing_from_what_is_being_stored(): void
    {
        $this->post('/imports', ['file' => UploadedFile::fake()->createWithContent(
            'gates.csv', "id,name,kind\ngate-x-1,Gate x 1,gate\ngate-x-2,Gate x 2,gate\n",
        )])->assertSessionHasNoErrors();
        $import = (int) DB::table('imports')->max('id');
        $plan = app(KeepImports::class)->again($import) ?? throw new \LogicException('It is there.');
        $isFirst = true;
        DB::listen(function (QueryExecuted $query) use (&$isFirst, $import, $plan): void {
            // The first one confirms, and a part is stored, while the second one's file is read.
            if ($isFirst && str_contains($query->sql, 'from `items`')) {
                $isFirst = false;
                app(KeepImports::class)->confirm($import, $plan, $this->person('mika-sund'));
                (new StoreImport($import))->handle();
            }
        });
        $this->post("/imports/$import/confirm", [], ['X-Request-Key' => 'second'])->assertSessionHasNoErrors();
        self::assertFalse($isFirst);
        self::store($import);
        self::assertSame(
            ['stored', 'mika-sund'], array_values((array) DB::table('imports')->where('id', $import)->first(['state', 'author_id'])),
        );
        self::assertSame(2, DB::table('items')->whereIn('id', ['gate-x-1', 'gate-x-2'])->count());
        self::assertSame(2, json_decode((string) DB::table('imports')->where('id', $import)->value('counts'), true)['new']);
        self::assertSame([], glob(DB::table('imports')->where('id', $import)->value('path').'*'));
    }

    /** As the worker does, part by part. */
    private static function store(int $import): void
    {
        while (DB::table('imports')->where('id', $import)->value('state') === 'storing') {
            (new StoreImport($import))->handle();
        }
    }

    public function test_a_turn_that_was_taken_is_given_back_and_who_has_it_again_is_told(): void
    {
        $rota = Rota::query()->findOrFail('lanes');
        $now = now()->getTimestamp();
        $before = $rota->between($now, $now + 3 * 86400)->segments;
        $this->actingAs($this->person('noor-lind'))
            ->post('/on-call/lanes/take', ['from' => Instant::format($now + 3600), 'to' => Instant::format($now + 2 * 86400)])
            ->assertSessionHasNoErrors();
        $mails = OutboxMessage::query()->count();
        $id = $this->get('/on-call/lanes')->inertiaProps('exceptions.0.id');
        $this->actingAs($this->person('ada-holm'))->post('/on-call/lanes/give-back', ['override' => $id])->assertSessionHasErrors('action');
        $this->actingAs($this->person('noor-lind'))
            ->post('/on-call/lanes/give-back', ['override' => $id], ['X-Request-Key' => 'mine'])
            ->assertSessionHasNoErrors();
        self::assertEquals($before, $rota->refresh()->between($now, $now + 3 * 86400)->segments);
        self::assertGreaterThan($mails, OutboxMessage::query()->count());
        self::assertSame(1, Entry::query()->where('kind', 'rota.given_back')->count());
        $this->post('/on-call/lanes/give-back', ['override' => $id], ['X-Request-Key' => 'twice'])->assertSessionHasErrors('action');
    }

    public function test_an_items_page_tells_how_often_it_was_in_trouble_and_its_history_as_a_file(): void
    {
        $this->signal([self::firing('clk-2', 'error')]);
        $this->takeSignals();
        $this->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => '=1+1', 'service' => 'vehicle-lanes',
                'impact' => 'part', 'urgency' => 'now',
            ],
        )->assertSessionHasNoErrors();
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        foreach ([
            ['2026-03-01 08:00:00', '2026-03-01 09:00:00', ['clk-2', 'clk-1']],
            ['2026-03-09 08:00:00', '2026-03-09 09:00:00', ['clk-2']], ['2026-03-01 08:00:00', '2026-03-01 09:00:00', ['clk-22']],
        ] as [$from, $to, $items]) {
            DB::table('quiet_times')->insert([
                'reason' => 'Work', 'from_at' => $from, 'to_at' => $to, 'items' => json_encode($items),
                'covers' => json_encode($items), 'author_id' => 'ingrid-vale', 'made_at' => $from, 'with_dependents' => false,
            ]);
        }
        $this->get('/estate/clk-2')->assertInertia(fn(Shown $shown) => $shown->where(
            'pastTrouble.incidents.open', 1
        )->where('pastTrouble.alerts.open', 1)->where(
            'pastTrouble.work', ['open' => 1, 'past' => 1, 'lately' => 1, 'last' => '2026-03-01T08:00:00.000000Z']
        )
            ->where('history', fn(Collection $history): bool => $history->contains('kind', 'incident.declared')));
        $this->get('/estate/vehicle-lanes')->assertInertia(fn(Shown $shown) => $shown->where(
            'pastTrouble.endangering', fn(Collection $alerts): bool => $alerts->contains('item', 'clk-2'),
        ));
        $csv = $this->get('/history/clk-2')->assertOk()->streamedContent();
        self::assertStringContainsString('Declared, priority', $csv);
        self::assertStringNotContainsString("\n=", $csv);
        self::assertSame("at,what,particulars,by\n", $this->get('/history/clk-2?from=2020-01-01&to=2020-02-01')->streamedContent());
        foreach (['from=soon', 'from=2026-03-02&to=2026-03-01', 'from[]=x'] as $query) {
            $this->getJson("/history/clk-2?$query")->assertUnprocessable();
        }
        $card = $this->getJson('/item-card/clk-2')->assertOk();
        self::assertSame([$incident->ref()], array_column((array) $card->json('incidents'), 'ref'));
        self::assertNotSame([], $card->json('fields'));
        $this->getJson('/item-card/no-such')->assertNotFound();
    }

    public function test_dates_that_end_are_a_list_by_the_days_that_are_left(): void
    {
        $this->get('/dates')->assertOk()->assertInertia(function (Shown $shown): void {
            $left = array_column((array) $shown->toArray()['props']['dates'], 'left');
            $sorted = $left;
            sort($sorted);
            self::assertSame($sorted, $left);
        });
        $this->get('/dates?team[]=x')->assertStatus(200);
    }

    public function test_two_nodes_of_one_application_that_fail_together_are_one_group(): void
    {
        $this->signal([self::firing('manifest-api-1'), self::firing('manifest-api-2')]);
        $this->takeSignals();
        self::assertCount(1, Alert::query()->whereNull('closed_at')->pluck('group_id')->unique());
    }
}
