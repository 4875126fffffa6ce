<?php

declare(strict_types=1);

namespace Tests\Feature\Topology;

use App\Topology\Exchange\ImportPlans;
use App\Topology\Exchange\StoreImport;
use App\Topology\Record\Fields;
use App\Topology\Record\Needs;
use App\Topology\TopologyEntry;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** Files in and out: looked at first, stored in parts that survive a crash, and read back as they were written. */
final class ImportTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ada-holm'));
    }

    protected function tearDown(): void
    {
        foreach (DB::table('imports')->pluck('path') as $path) {
            ImportPlans::forget($path);
        }
        parent::tearDown();
    }

    /** @return TestResponse<Response> */
    private function upload(string $text, string $name = 'estate.csv'): TestResponse
    {
        return $this->post('/imports', ['file' => UploadedFile::fake()->createWithContent($name, $text)]);
    }

    private function latest(): \stdClass
    {
        return DB::table('imports')->latest('id')->first() ?? self::fail('There is no import.');
    }

    /** Does what the worker does about imports, part by part. @return int how many parts */
    private function store(): int
    {
        for ($parts = 0; $this->latest()->state === 'storing'; $parts++) {
            (new StoreImport((int) $this->latest()->id))->handle();
        }

        return $parts;
    }

    public function test_a_file_is_looked_at_before_anything_is_stored(): void
    {
        $before = DB::table('items')->count();
        $this->upload(
            "id,kind,name,site,serial,needs\nhost-01,,,Ask,,\nhost-25,host,Host 25,Havre,EL-25,host-01\nhost-26,host,,,EL-25,\nhost-02,,,Storvik,,\n"
        )->assertRedirect('/imports/1');
        $this->get('/imports/1')->assertInertia(fn(Shown $page) => $page->component('Topology/Import')->where(
            'import.counts', ['new' => 1, 'changed' => 1, 'same' => 1, 'refused' => 1]
        )
            ->where('show', 'refused')->where('rows.0.at', 'line 4')
                ->where('rows.0.why', fn(string $why): bool => str_contains($why, 'is that of "host-25" already'))
                ->etc());
        $this->get('/imports/1?show=changed')->assertInertia(
            fn(Shown $page) => $page->where('rows.0.changes', ['site' => ['Nordpier', 'Ask']])->etc(),
        );
        self::assertSame($before, DB::table('items')->count());

        $this->post('/imports/1/confirm', [], ['X-Request-Key' => 'k'])->assertSessionHasNoErrors();
        $this->post('/imports/1/confirm', [], ['X-Request-Key' => 'k2'])->assertSessionHasNoErrors();
        self::assertSame(2, $this->store());
        self::assertSame(
            [$before + 1, 'Ask', 'stored'],
            [DB::table('items')->count(), DB::table('items')->where('id', 'host-01')->value('site'), $this->latest()->state],
        );
        self::assertSame(['host-01'], Needs::of(['host-25'])['host-25'][0]->members);
        self::assertSame(
            ['Ada Holm', 'estate.csv'],
            [
                DB::table('item_values')->where('item_id', 'host-01')->where('field', 'site')->value('said_by'),
                json_decode((string) DB::table('journal')->where('kind', 'item.made')->value('facts'))->file,
            ],
        );
        self::assertFileDoesNotExist($this->latest()->path);
        self::assertSame(['import:1'], self::entriesOf(TopologyEntry::ImportStored));
    }

    public function test_what_the_estate_became_meanwhile_is_looked_at_again(): void
    {
        $this->upload("id,site\nhost-01,Ask\n");
        $this->post('/estate/host-01/change', ['fields' => ['site' => 'Havre'], 'was' => ['site' => 'Nordpier']]);
        $this->post('/imports/1/confirm')->assertSessionHasErrors('action');
        self::assertSame('Havre', DB::table('items')->where('id', 'host-01')->value('site'));
        $this->get('/imports/1?show=changed')->assertInertia(
            fn(Shown $page) => $page->where('rows.0.changes', ['site' => ['Havre', 'Ask']])->etc(),
        );
        $this->post('/imports/1/confirm')->assertSessionHasNoErrors();
        // Between the yes and the storing, somebody is quicker.
        $this->post('/estate/host-01/change', ['fields' => ['site' => 'Brenna'], 'was' => ['site' => 'Havre']]);
        $this->store();
        self::assertSame('Brenna', DB::table('items')->where('id', 'host-01')->value('site'));
        self::assertStringContainsString('somebody changed site of \"host-01\" meanwhile', $this->latest()->notes);
    }

    public function test_storing_is_asked_for_once_and_what_is_not_stored_leaves_no_file_behind(): void
    {
        $queue = Queue::fake();
        $this->upload("id,name,kind\ngate-y,Gate y,gate\n")->assertSessionHasNoErrors();
        $import = $this->latest();
        $files = static fn(\stdClass $of): array => glob("$of->path*") ?: [];
        self::assertSame([$import->path, ImportPlans::planOf($import->path)], $files($import));
        Queue::assertNothingPushed();
        foreach (['a', 'b'] as $key) {
            $this->post("/imports/$import->id/confirm", [], ['X-Request-Key' => $key])->assertSessionHasNoErrors();
        }
        Queue::assertPushed(StoreImport::class, 1);
        self::assertSame([$import->path, ImportPlans::planOf($import->path)], $files($import), 'What was read anew is gone.');
        $this->store();
        self::assertSame([], $files($import));

        // Nothing of it is new: there is nothing to store.
        $pushed = $queue->pushed(StoreImport::class)->count();
        $this->upload("id,name,kind\ngate-y,Gate y,gate\n")->assertSessionHasNoErrors();
        $same = $this->latest();
        $this->post("/imports/$same->id/confirm", [], ['X-Request-Key' => 'c'])->assertSessionHasNoErrors();
        self::assertSame('stored', $this->latest()->state);
        Queue::assertPushed(StoreImport::class, $pushed);

        $this->upload("id,name,kind\ngate-z,Gate z,gate\n")->assertSessionHasNoErrors();
        $dropped = $this->latest();
        $this->post("/imports/$dropped->id/drop")->assertRedirect('/imports');
        self::assertSame([[], 'forgotten'], [$files($dropped), $this->latest()->state]);
        $kept = glob(dirname($dropped->path).'/*') ?: [];
        $this->upload('')->assertSessionHasErrors('file');
        $this->upload('not a table at all', 'x.json')->assertSessionHasErrors('file');
        self::assertSame($kept, glob(dirname($dropped->path).'/*') ?: []);
    }

    public function test_what_others_recorded_meanwhile_is_left_as_it_is(): void
    {
        $this->upload("id,kind,name,site\nhost-97,host,Host 97,Ask\nhost-98,host,Host 98,Ask\n");
        $this->post('/imports/1/confirm')->assertSessionHasNoErrors();
        $this->post('/items', [
            'id' => 'host-97', 'fields' => ['name' => 'Of somebody quicker', 'kind' => 'host'], 'needs' => '', 'why' => '',
        ])->assertSessionHasNoErrors();
        $this->store();
        self::assertSame(
            ['host-97' => 'Of somebody quicker', 'host-98' => 'Host 98'],
            DB::table('items')->whereIn('id', ['host-97', 'host-98'])->orderBy('id')->pluck('name', 'id')->all(),
        );
        self::assertSame(['line 2: "host-97" was recorded meanwhile, and is left as it is.'], json_decode($this->latest()->notes));
    }

    public function test_a_large_file_is_stored_in_parts_and_a_part_that_is_done_twice_is_done_once(): void
    {
        $lines = array_map(static fn(int $i): string => "new-$i,host,New $i,".($i === 0 ? '' : 'new-'.($i - 1)), range(0, 1200));
        $this->upload("id,kind,name,needs\n".implode("\n", array_reverse($lines))."\n");
        $this->post('/imports/1/confirm');
        $job = new StoreImport(1);
        for ($n = 0; $this->latest()->state === 'storing'; $n++) {
            if ($n % 2 === 0) {
                // A worker is killed in the middle of its transaction.
                DB::beginTransaction();
                $job->handle();
                DB::rollBack();
            }
            $job->handle();
        }
        $job->handle();
        self::assertSame(
            [1201, 1200, 1201],
            [
                DB::table('items')->where('id', 'like', 'new-%')->count(),
                DB::table('dependencies')->where('from_id', 'like', 'new-%')->count(),
                DB::table('journal')->where('kind', 'item.made')->count(),
            ],
        );
    }

    public function test_a_file_that_is_none_says_so_where(): void
    {
        $this->post('/imports', [])->assertSessionHasErrors('file');
        $this->upload('x', 'estate.pdf')->assertSessionHasErrors(['file' => 'Use a file that ends in .csv, .json or .graphml.']);
        $this->upload("name\nx\n")->assertSessionHasErrors([
            'file' => 'Line 1: The header has no column "id". The first line names the columns: id, name, kind, tier, team, business_owner, site, description, public_name, use, needs, and the attributes of your types.',
        ]);
        $this->upload('{"items":', 'estate.json')->assertSessionHasErrors('file');
        $this->upload('<graphml><graph><node', 'estate.graphml')->assertSessionHasErrors('file');
        self::assertSame(0, DB::table('imports')->count());
        $this->upload("id,site\nhost-01,Ask\n");
        $this->post('/imports/1/drop')->assertRedirect('/imports');
        $this->post('/imports/1/confirm');
        self::assertSame(['forgotten', 'Nordpier'], [$this->latest()->state, DB::table('items')->where('id', 'host-01')->value('site')]);
    }

    public function test_the_whole_estate_goes_out_and_comes_back_the_same_in_every_format(): void
    {
        foreach (['csv', 'json', 'graphml'] as $n => $format) {
            $text = $this->get("/export/$format")->assertOk()->streamedContent();
            $this->upload($text, "estate.$format");
            $counts = json_decode($this->latest()->counts, true);
            self::assertSame(['new' => 0, 'changed' => 0, 'same' => DB::table('items')->count(), 'refused' => 0], $counts, $format);
        }
    }

    public function test_a_selection_goes_out_with_what_it_needs_of_itself(): void
    {
        $json = json_decode($this->get('/export/json?items=manifest-db,manifest-db-1,manifest-db-2,lane-time')->streamedContent(), true);
        self::assertSame(['lane-time', 'manifest-db', 'manifest-db-1', 'manifest-db-2'], array_column($json['items'], 'id'));
        self::assertSame([['item' => 'manifest-db', 'name' => 'group-1', 'needs' => 1, 'strength' => 'hard']], $json['groups']);
        self::assertCount(2, $json['dependencies']);
        self::assertStringStartsWith('id,name,kind', $this->get('/export/csv?kind=kiosk')->streamedContent());
        self::assertSame(29, substr_count($this->get('/export/csv?kind=kiosk')->streamedContent(), "\n"));
        $this->get('/export/doc')->assertNotFound();
    }

    public function test_the_exported_estate_is_what_the_core_traces(): void
    {
        $json = json_decode($this->get('/export/json')->streamedContent(), true);
        $items = array_map(static fn(array $item): array => ['id' => $item['id']], $json['items']);
        $plain = static fn(array $rows): array => array_map(static fn(array $row): array => array_diff_key($row, ['relation' => 1]), $rows);
        $input = (string) json_encode([
            'items' => $items, 'dependencies' => $plain($json['dependencies']), 'groups' => $plain($json['groups']),
            'observed' => [['id' => 'clk-2', 'state' => 'down']],
        ]);
        $process = new \Symfony\Component\Process\Process(['php', base_path('bin/skarvo'), 'trace'], null, null, $input);
        $process->mustRun();
        self::assertContains('vehicle-lanes', array_column((array) json_decode($process->getOutput(), true)['affected'], 'id'));
        self::assertSame(count($items), DB::table('items')->count());
        self::assertNotSame([], Fields::types());
    }
}
