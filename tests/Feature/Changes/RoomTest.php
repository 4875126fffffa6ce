<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Changes\Planning\Risks;
use App\Incidents\Incident;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Topology\TopologyEntry;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\TestWith;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeState;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** In the room: what changed beneath what is hit, which of it is suspected, and the way back. */
final class RoomTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        $this->token();
        $this->token(['deployments:write'], name: 'pipelines');
        foreach ([['far', 'Tide tables', '07:57'], ['old', 'clk-2', '06:00'], ['near', 'clk-2', '07:55']] as [$id, $service, $at]) {
            $this->withToken('plain-pipelines')->postJson('/api/v1/deployments', [
                'id' => $id, 'source' => 'p', 'service' => $service, 'at' => "2026-03-03T$at:00Z",
                'version' => $id === 'old' ? '1.0' : '2.0', 'author' => 'Noor Lind',
            ])->assertCreated();
        }
        $this->signal([self::firing('clk-2'), self::firing('lane-controller-1')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'));
        $this->post(
            '/incidents',
            ['title' => 'Lanes stand still', 'impact' => 'wide', 'urgency' => 'now', 'alerts' => DB::table('alerts')->pluck('id')->all()],
            ['X-Request-Key' => 'declare']
        )->assertSessionHasNoErrors();
        $this->incident = Incident::query()->latest('id')->firstOrFail();
    }

    /** @return list<array<string, mixed>> */
    private function changed(): array
    {
        return array_values((array) $this->deferred("/incidents/{$this->incident->id}", 'Incidents/Room', 'changed'));
    }

    private function near(): Change
    {
        return Change::query()->where('external', 'near')->sole();
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function think(string $state, array $more = []): TestResponse
    {
        return $this->post(
            "/incidents/{$this->incident->id}/suspects/{$this->near()->id}", ['state' => $state, ...$more], ['X-Request-Key' => uniqid()]
        );
    }

    public function test_what_changed_beneath_it_with_the_likeliest_first_and_whom_to_call(): void
    {
        $lines = $this->changed();

        self::assertSame(
            ['CH-0003', 'CH-0002'], array_column(array_column($lines, 'change'), 'ref'), 'Tide tables stand on something else.'
        );
        self::assertSame([5, ['Time server clk-2']], [$lines[0]['minutes'], $lines[0]['on']]);
        self::assertIsArray($lines[0]['suspect']);
        self::assertContains('Time server clk-2', (array) $lines[0]['suspect']['explains']);
        self::assertSame(['id' => 'noor-lind', 'name' => 'Noor Lind'], $lines[0]['call']);
        self::assertGreaterThan($lines[1]['suspect']['score'] ?? 0, $lines[0]['suspect']['score']);
    }

    #[TestWith([true])]
    #[TestWith([false])]
    public function test_thousands_of_others_do_not_hide_it(bool $beneath): void
    {
        $rows = array_map(static fn(int $n): array => [
            'title' => "Other $n", 'kind' => 'standard', 'state' => 'done', 'result' => 'ok', 'from_at' => '2026-03-03 07:58:00',
            'to_at' => '2026-03-03 07:58:30',
            'began_at' => '2026-03-03 07:58:00', 'ended_at' => '2026-03-03 07:58:30', 'is_recorded' => true, 'source' => 'q',
            'external' => "o$n", 'made_at' => now(),
        ], range(1, 2100));
        foreach (array_chunk($rows, 100) as $some) {
            DB::table('changes')->insert($some);
        }
        DB::statement("insert into change_items (change_id, item, goes_down) select id, 'tide-feed', 0 from changes where source = 'q'");
        if (! $beneath) {
            // More is beneath than the database is asked for by name.
            $estate = array_map(static fn(int $n): array => ['id' => "wire-$n", 'name' => "Wire $n", 'kind' => 'network'], range(1, 600));
            foreach (array_chunk($estate, 200) as $some) {
                DB::table('items')->insert($some);
                DB::table('dependencies')->insert(
                    array_map(static fn(array $one): array => ['from_id' => 'clk-2', 'to_id' => $one['id'], 'strength' => 'soft'], $some)
                );
            }
        }
        self::assertSame(['CH-0003', 'CH-0002'], array_column(array_column($this->changed(), 'change'), 'ref'));
    }

    public function test_one_comes_under_suspicion_and_is_cleared_again(): void
    {
        DB::table('change_items')->insert(['change_id' => $this->near()->id, 'item' => 'check-in', 'goes_down' => false]);
        $this->think('suspected', ['score' => 0.8, 'sure' => 'very likely'])->assertSessionHasNoErrors();
        $this->think('suspected')->assertSessionHasNoErrors();
        self::assertSame(["change:{$this->near()->id}"], self::entriesOf(ChangeEntry::Suspected));
        self::assertSame(1, DB::table('change_suspicions')->count());
        $said = DB::table('incident_items')->where('item_id', 'check-in')->first();
        self::assertSame(['at_risk', 'CH-0003 is suspected'], [$said->state ?? null, $said->why ?? null]);
        self::assertSame('suspected', $this->changed()[0]['thought']['state'] ?? null);
        $this->get("/incidents/{$this->incident->id}")->assertInertia(fn($page) => $page->where('said', fn(Collection $said): bool => [
            'id' => 'check-in', 'name' => 'Check-in', 'state' => 'at_risk', 'by' => $this->person('ingrid-vale')->name,
            'why' => 'CH-0003 is suspected',
        ] === $said->firstWhere('id', 'check-in')));
        $this->think('cleared')->assertSessionHasErrors(['why' => 'Say what shows it.']);
        $this->think('cleared', ['why' => 'It was rolled back, and nothing got better'])->assertSessionHasNoErrors();
        self::assertSame(0, DB::table('incident_items')->where('item_id', 'check-in')->count());
        self::assertSame('cleared', $this->changed()[0]['thought']['state'] ?? null);

        // Once more by another, who saw it stand there still: that is said once.
        $this->think('cleared', ['why' => 'Yes, it was rolled back'])->assertSessionHasNoErrors();
        self::assertSame(1, DB::table('journal')->where('kind', 'change.cleared')->count());
    }

    public function test_what_nobody_suspected_is_not_cleared(): void
    {
        $this->think('cleared', ['why' => 'It was never in doubt'])->assertSessionHasNoErrors();

        self::assertSame([0, 0], [
            DB::table('change_suspicions')->count(), DB::table('journal')->where('kind', 'change.cleared')->count(),
        ]);
    }

    public function test_a_confirmed_one_counts_against_its_kind(): void
    {
        $before = Risks::of(new Change(['kind' => ChangeKind::Standard, 'from_at' => now()]), ['clk-2'])->wrong;
        $this->think('confirmed', ['why' => 'Its log says so'])->assertSessionHasNoErrors();

        self::assertGreaterThan($before, Risks::of(new Change(['kind' => ChangeKind::Standard, 'from_at' => now()]), ['clk-2'])->wrong);
        self::assertStringContainsString('CH-0003', (string) DB::table('journal')->where('kind', 'change.confirmed')->value('facts'));
    }

    public function test_its_way_back_becomes_an_emergency_change(): void
    {
        $this->post("/incidents/{$this->incident->id}/suspects/{$this->near()->id}/undo", [], ['X-Request-Key' => 'undo'])
            ->assertRedirect('/changes/4');
        $undo = Change::query()->findOrFail(4);

        self::assertSame(
            [ChangeKind::Emergency, ChangeState::Draft, $this->near()->id, $this->incident->id, 'noor-lind'],
            [$undo->kind, $undo->state, $undo->undoes_id, $undo->incident_id, $undo->implementer_id]
        );
        self::assertSame('Bring clk-2 back to 1.0', $undo->steps()->value('text'));
        $this->post("/incidents/{$this->incident->id}/suspects/{$this->near()->id}/undo", [], ['X-Request-Key' => 'again'])
            ->assertSessionHasErrors(['action' => 'CH-0004 takes it out already: it is draft.']);
    }

    public function test_whoever_takes_no_part_in_it_does_not_judge(): void
    {
        $this->actingAs($this->person('lotte-krone'));
        $this->think('confirmed', ['why' => 'x'])->assertForbidden();
        $this->actingAs($this->person('amal-nygaard'));
        $this->think('confirmed', ['why' => 'x'])->assertSessionHasErrors('action');
        self::assertSame(0, DB::table('change_suspicions')->count());
    }

    public function test_a_change_that_mends_it_is_planned_from_the_room(): void
    {
        $this->get("/changes/new?incident={$this->incident->id}&items=clk-2,no-such")->assertOk()->assertInertia(static fn($page) => $page
            ->where('incident.title', 'Lanes stand still')->where('items', [['id' => 'clk-2', 'name' => 'Time server clk-2']]));
        $this->post('/changes', [
            'title' => 'New antenna', 'kind' => 'emergency', 'from' => '2026-03-03T08:10:00Z', 'to' => '2026-03-03T09:00:00Z',
            'down' => ['clk-2'], 'touched' => [], 'steps' => [],
            'incident' => $this->incident->id,
        ], ['X-Request-Key' => 'mend'])->assertSessionHasNoErrors();

        self::assertSame($this->incident->id, Change::query()->latest('id')->firstOrFail()->incident_id);
        self::assertSame(1, DB::table('journal_subjects')->where('kind', 'incident')->where('id', (string) $this->incident->id)
            ->whereIn('seq', DB::table('journal')->where('kind', 'change.planned')->select('seq'))->count());
    }

    public function test_what_changed_in_the_record_beneath_it_stands_there_too(): void
    {
        $this->actingAs($this->person('per-strand'))->post('/estate/clk-2/change', [
            'fields' => ['site' => 'Ask'], 'was' => ['site' => 'Storvik'], 'needs' => '', 'needs_was' => '', 'why' => 'It was moved',
        ], ['X-Request-Key' => 'moved'])->assertSessionHasNoErrors();
        // Something that does not stand beneath it.
        Journal::write(Actor::system(), TopologyEntry::ItemChanged, ['item', 'fuel-telemetry'], ['name' => 'Fuel telemetry']);
        self::assertSame(2, DB::table('journal')->where('kind', 'item.changed')->count());
        $lines = (array) $this->actingAs($this->person('ingrid-vale'))
            ->deferred("/incidents/{$this->incident->id}", 'Incidents/Room', 'recordChanged');

        self::assertCount(1, $lines);
        self::assertStringContainsString('clk-2', (string) json_encode($lines));
    }
}
