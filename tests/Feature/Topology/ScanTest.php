<?php

declare(strict_types=1);

namespace Tests\Feature\Topology;

use App\Topology\Record\Fields;
use App\Topology\Record\Needs;
use App\Topology\TopologyEntry;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** What a scanner found, over HTTP, and what a person has to say to it. */
final class ScanTest extends TestCase
{
    /**
     * @param  list<array<string, mixed>>  $items
     * @param  list<array<string, mixed>>  $connections
     * @return TestResponse<Response>
     */
    private function scan(array $items, array $connections = [], string $id = 's1', int $minutes = 0, bool $complete = true): TestResponse
    {
        $token = DB::table('api_tokens')->where('name', 'sweep')->exists() ? 'plain-sweep' : $this->token(['estate:write'], name: 'sweep');

        return $this->withToken($token)->postJson(
            '/api/v1/snapshots',
            [
                'id' => $id, 'scanner' => 'sweep', 'at' => now()->addMinutes($minutes)->toIso8601ZuluString(),
                'complete' => $complete, 'items' => $items, 'connections' => $connections,
            ],
        );
    }

    /**
     * @param  array<string, string|int>  $more
     * @return array<string, mixed>
     */
    private static function host(int $n, array $more = []): array
    {
        $id = sprintf('host-%02d', $n);

        return [
            'ref' => $id, 'kind' => 'host',
            'attributes' => ['serial' => 'EL-'.strtoupper($id), 'hostname' => "$id.eiderholm.example", ...$more],
        ];
    }

    /** @return array<array-key, string> */
    private function fields(string $item): array
    {
        return Fields::of(DB::table('items')->where('id', $item)->first() ?? self::fail("There is no $item."));
    }

    public function test_a_snapshot_is_recognised_found_and_contradicts(): void
    {
        $this->scan([
            self::host(1), self::host(2, ['memory' => 64, 'system' => 'Basalt 9']),
            [
                'ref' => 'x', 'kind' => 'host', 'name' => 'New one',
                'attributes' => ['serial' => 'EL-NEW', 'hostname' => 'host-77.eiderholm.example'],
            ],
            ['ref' => 'y', 'kind' => 'host', 'attributes' => ['memory' => 'lots']],
        ])
            ->assertStatus(202)->assertJsonPath('state', 'taken')
                ->assertJsonPath(
                    'counts',
                    [
                        'recognised' => 2, 'new' => 1, 'changed' => 1, 'contradicted' => 1, 'missing' => 0, 'back' => 0,
                        'refused' => 1, 'connections' => 0,
                    ],
                )
                ->assertJsonPath('refused.0.ref', 'y');
        self::assertSame(['128', 'Basalt 9'], [$this->fields('host-02')['memory'], $this->fields('host-02')['system']]);
        self::assertSame(
            ['New one', 'host', 'EL-NEW'],
            array_values(array_intersect_key($this->fields('host-77.eiderholm.example'), ['name' => 1, 'kind' => 1, 'serial' => 1])),
        );

        $this->actingAs($this->person('ada-holm'))
            ->get('/estate/host-02')
            ->assertInertia(fn(Shown $page) => $page->where(
                'contradictions.0', fn($c): bool => [$c['field'], $c['ours'], $c['theirs'], $c['by']] === ['memory', '128', '64', 'sweep']
            )
            ->where('record.seen.0.scanner', 'sweep')
                ->where('record.fields', fn(Collection $fields): bool => $fields->firstWhere('field', 'system')['scanned'] === true)
                ->etc());
        $settle = fn(bool $take) => $this->post(
            '/estate/host-02/settle', ['field' => 'memory', 'take' => $take, 'ours' => '128', 'theirs' => '64'],
            ['X-Request-Key' => uniqid()],
        );
        $settle(false)->assertSessionHasNoErrors();
        $settle(false)->assertSessionHasNoErrors();
        // A second one, who saw it before that, would put it aside again.
        $settle(true)->assertSessionHasErrors('action');
        self::assertSame('128', $this->fields('host-02')['memory']);
        self::assertSame(
            [['item:host-77.eiderholm.example'], ['item:host-02'], ['item:host-02']],
            array_map(self::entriesOf(...), [TopologyEntry::ItemFound, TopologyEntry::ItemChanged, TopologyEntry::ItemOverruled]),
        );
        $this->get('/estate/host-02')->assertInertia(
            fn(Shown $page) => $page->has('contradictions', 0)->where('history.0.lead', 'Keeps what is recorded of Host 2')->etc(),
        );
        // It says the same again and is still overruled; it says something else, and asks again.
        $this->scan([self::host(1), self::host(2, ['memory' => 64])], id: 's2', minutes: 1, complete: false);
        $this->get('/estate/host-02')->assertInertia(fn(Shown $page) => $page->has('contradictions', 0)->etc());
        $this->scan([self::host(1), self::host(2, ['memory' => 96])], id: 's3', minutes: 2, complete: false);
        $this->get('/estate/host-02')->assertInertia(fn(Shown $page) => $page->has('contradictions', 1)->etc());
    }

    public function test_of_two_scanners_the_one_is_settled_that_was_seen(): void
    {
        $this->scan([self::host(2, ['memory' => 64])]);
        $scanned = DB::table('item_values')->where('item_id', 'host-02')->where('field', 'memory')->where('value', '64');
        $row = (clone $scanned)->first() ?? self::fail('It says so.');
        $scanned->update(['overruled' => true]);
        DB::table('item_values')->insert([
            ...array_diff_key((array) $row, ['id' => 0]), 'origin' => 'other', 'said_by' => 'other', 'value' => '96', 'overruled' => false,
            'said_at' => now()->subDay(),
        ]);
        $settle = fn(string $theirs) => $this->actingAs($this->person('ada-holm'))->post(
            '/estate/host-02/settle', ['field' => 'memory', 'take' => true, 'ours' => '128', 'theirs' => $theirs],
            ['X-Request-Key' => uniqid('', true)],
        );
        $settle('64')->assertSessionHasErrors(
            ['action' => 'Meanwhile it is "128" here, and "96" by other. Look again, then decide.'],
        );
        $settle('96')->assertSessionHasNoErrors();
        self::assertSame('96', $this->fields('host-02')['memory']);
    }

    public function test_what_cannot_be_read_and_who_may_not_send_is_told(): void
    {
        $this->scan([['ref' => 'a']])->assertStatus(422)->assertJsonPath('error.at', '/items/0/kind');
        $this->call(
            'POST', '/api/v1/snapshots',
            server: ['HTTP_AUTHORIZATION' => 'Bearer plain-sweep', 'HTTP_ACCEPT' => 'application/json'], content: '{"id":',
        )
            ->assertStatus(422)->assertJsonPath('error.code', 'invalid_json');
        $this->withToken($this->token())->postJson('/api/v1/snapshots', [])->assertForbidden();
        self::assertSame(0, DB::table('snapshots')->count());
    }

    public function test_the_same_again_and_one_that_is_late_change_nothing(): void
    {
        $items = [self::host(1, ['memory' => 512]), ['ref' => 'x', 'kind' => 'host', 'attributes' => ['serial' => 'EL-NEW']]];
        $this->scan($items)->assertJsonPath('state', 'taken');
        $state = fn(): array => [
            DB::table('items')->orderBy('id')->get()->all(),
            DB::table('item_values')->orderBy('item_id')->orderBy('field')->get()->all(), DB::table('journal')->count(),
        ];
        $before = $state();
        $this->scan($items)->assertJsonPath('state', 'repeated');
        self::assertEquals($before, $state());
        $this->scan($items, id: 's2', minutes: 10)->assertStatus(202)->assertJsonPath('state', 'unchanged');
        self::assertEquals($before, $state());
        self::assertSame(now()->addMinutes(10)->getTimestamp(), DB::table('item_sightings')->where('item_id', 'host-01')->value('seen_at'));
        $this->scan([self::host(1)], id: 's0', minutes: -10)->assertStatus(409);
        self::assertNull(DB::table('items')->where('id', 'el-new')->value('not_seen_since'));
    }

    public function test_after_a_persons_change_the_same_words_are_looked_at_again(): void
    {
        $items = [self::host(1, ['memory' => 64])];
        $this->scan($items);
        $this->later(60);
        $this->actingAs($this->person('ada-holm'))
            ->post('/estate/host-01/change', ['fields' => ['serial' => ''], 'was' => ['serial' => 'EL-HOST-01']])
            ->assertSessionHasNoErrors();
        $this->scan($items, id: 's2', minutes: 10)->assertJsonPath('state', 'taken')->assertJsonPath('counts.contradicted', 1);
        self::assertArrayNotHasKey('serial', $this->fields('host-01'));
    }

    public function test_what_is_not_seen_any_more_is_kept_and_told(): void
    {
        $this->scan(array_map(self::host(...), range(1, 10)));
        $this->scan(array_map(self::host(...), range(1, 9)), id: 's2', minutes: 5)->assertJsonPath('counts.missing', 1);
        self::assertSame(now()->format('Y-m-d H:i:s').'.000', DB::table('items')->where('id', 'host-10')->value('not_seen_since'));
        $this->actingAs($this->person('noor-lind'))
            ->get('/estate/host-10')
            ->assertInertia(
                fn(Shown $page) => $page->where('record.not_seen_since', now()->getTimestamp() * 1000)
                    ->where('history.0.lead', 'Host 10 is no longer seen')->etc(),
            );
        $this->scan(array_map(self::host(...), range(1, 10)), id: 's3', minutes: 9)->assertJsonPath('counts.back', 1);
        self::assertSame(
            [['item:host-10'], ['item:host-10']],
            [self::entriesOf(TopologyEntry::ItemMissing), self::entriesOf(TopologyEntry::ItemBack)],
        );
        self::assertNull(DB::table('items')->where('id', 'host-10')->value('not_seen_since'));
    }

    public function test_a_snapshot_that_would_retire_half_of_what_is_known_waits_for_a_yes(): void
    {
        $this->scan(array_map(self::host(...), range(1, 10)));
        $this->scan(array_map(self::host(...), range(1, 4)), id: 's2', minutes: 5)
            ->assertStatus(202)->assertJsonPath('state', 'held')
            ->assertJsonPath(
                'because',
                'It no longer sees 6 of the 10 items that sweep saw before. That is more often a fault of the scan than of the estate.',
            );
        self::assertSame(0, DB::table('items')->whereNotNull('not_seen_since')->count());
        $this->actingAs($this->person('noor-lind'))->post('/scans/2/let-in')->assertForbidden();
        self::assertSame(['snapshot:2'], self::entriesOf(TopologyEntry::SnapshotHeld));
        $this->actingAs($this->person('ada-holm'))
            ->get('/scans')
            ->assertInertia(
                fn(Shown $page) => $page->component('Topology/Scans')
                    ->where('snapshots.0.state', 'held')->where('snapshots.0.outcome.counts.missing', 6)->etc(),
            );
        $this->post('/scans/2/let-in', [], ['X-Request-Key' => 'a']);
        $this->post('/scans/2/let-in', [], ['X-Request-Key' => 'b'])->assertSessionHasNoErrors();
        $this->post('/scans/2/turn-away', ['why' => 'x'], ['X-Request-Key' => 'c'])->assertSessionHasErrors(
            ['action' => 'Ada Holm let it in meanwhile.'],
        );
        self::assertSame(
            [6, 'taken', 'Ada Holm', 1],
            [
                DB::table('items')->whereNotNull('not_seen_since')->count(),
                DB::table('snapshots')->where('id', 2)->value('state'),
                DB::table('snapshots')->where('id', 2)->value('decided_by'),
                DB::table('journal')->where('kind', 'snapshot.taken')->where('actor_id', 'ada-holm')->count(),
            ],
        );

        $this->scan(array_map(self::host(...), range(1, 1)), id: 's3', minutes: 6);
        $this->scan([...array_map(self::host(...), range(1, 10))], id: 's4', minutes: 7)->assertJsonPath('state', 'taken');
        $this->scan([self::host(1)], id: 's5', minutes: 8)->assertJsonPath('state', 'held');
        $this->post('/scans/5/turn-away', ['why' => ''])->assertSessionHasErrors('why');
        $this->post('/scans/5/turn-away', ['why' => 'the probe was rebooting']);
        $this->post('/scans/5/let-in', [], ['X-Request-Key' => 'late'])
            ->assertSessionHasErrors(['action' => 'Ada Holm turned it away meanwhile.']);
        self::assertSame(
            ['ada-holm'],
            DB::table('journal')->where('kind', TopologyEntry::SnapshotRefused)->where('subject_id', '5')->pluck('actor_id')->all(),
        );
        self::assertSame(
            ['refused', 'refused', 0],
            [
                DB::table('snapshots')->where('external_id', 's3')->value('state'),
                DB::table('snapshots')->where('id', 5)->value('state'),
                DB::table('items')->whereNotNull('not_seen_since')->count(),
            ],
        );

        // What was taken before one that was let in comes too late, and that is written down.
        $refused = static fn(): int => DB::table('journal')->where('kind', 'snapshot.refused')->where('actor_kind', 'scanner')->count();
        $before = $refused();
        $this->scan([self::host(1)], id: 's6', minutes: 2)->assertStatus(409);
        self::assertSame($before + 1, $refused());
    }

    public function test_connections_are_accepted_refused_or_taken_by_a_rule(): void
    {
        $node = static fn(string $id, string $kind, int $port): array => [
            'ref' => $id, 'kind' => $kind, 'attributes' => ['endpoint' => "$id.eiderholm.example:$port"],
        ];
        $items = [
            $node('announce-hub-1', 'application node', 8443), $node('booking-db-2', 'database node', 5432),
            $node('board-web-1', 'application node', 8443), $node('bus-1', 'message bus node', 5672),
        ];
        $connections = [
            ['from' => 'announce-hub-1', 'to' => 'booking-db-2', 'port' => 5432, 'seen' => 40],
            ['from' => 'board-web-1', 'to' => 'booking-db-2', 'port' => 5432, 'seen' => 3],
            ['from' => 'board-web-1', 'to' => 'bus-1', 'port' => 5672, 'seen' => 9],
        ];
        $this->scan($items, $connections);
        $this->actingAs($this->person('ada-holm'))
            ->get('/scans')
            ->assertInertia(fn(Shown $page) => $page->has('proposals', 3)->where('proposals.0.from.id', 'announce-hub-1')->etc());
        $id = static fn(string $from, string $to): int => (int) DB::table('proposed_dependencies')
            ->where('from_id', $from)->where('to_id', $to)->value('id');
        $needs = static fn(string $item): string => Fields::words()->format(Needs::of([$item])[$item] ?? []);

        $decide = fn(string $from, string $to, string $how) => $this->post(
            '/proposals/'.$id($from, $to)."/$how", ['relation' => 'reads-from'], ['X-Request-Key' => uniqid()],
        );
        $decide('board-web-1', 'bus-1', 'refuse')->assertSessionHasNoErrors();
        $decide('board-web-1', 'bus-1', 'refuse')->assertSessionHasNoErrors();
        $decide('board-web-1', 'bus-1', 'accept')->assertSessionHasErrors(
            ['action' => 'Ada Holm refused it meanwhile. It is among those that were refused.'],
        );
        self::assertCount(1, self::entriesOf(TopologyEntry::DependencyRefused));
        $this->post('/proposals/'.$id('announce-hub-1', 'booking-db-2').'/accept', ['relation' => ''])->assertSessionHasErrors('relation');
        $this->post('/proposals/'.$id('announce-hub-1', 'booking-db-2').'/accept', ['relation' => 'reads-from', 'always' => true]);
        self::assertStringContainsString('reads from booking-db-2', $needs('announce-hub-1'));
        self::assertStringContainsString('reads from booking-db-2', $needs('board-web-1'), 'The rule takes what was waiting.');
        $decide('board-web-1', 'booking-db-2', 'accept')->assertSessionHasNoErrors();
        $decide('board-web-1', 'booking-db-2', 'refuse')->assertSessionHasErrors('action');
        $this->scan(
            [...$items, $node('desk-app-1', 'application node', 8443)],
            [
                ...$connections, ['from' => 'desk-app-1', 'to' => 'booking-db-2', 'port' => 5432],
                ['from' => 'desk-app-1', 'to' => 'bus-1', 'port' => 5672],
            ],
            id: 's2', minutes: 5,
        );
        self::assertStringContainsString('reads from booking-db-2', $needs('desk-app-1'), 'And what comes.');
        self::assertSame(
            1,
            DB::table('journal')->where('kind', 'dependency.accepted')
                ->where('subject_id', 'desk-app-1')->where('actor_id', 'sweep')->count(),
            'It stands in the history of the item.',
        );
        self::assertSame(
            'refused',
            DB::table('proposed_dependencies')->where('from_id', 'board-web-1')->where('to_id', 'bus-1')->value('state'),
            'A no stays a no.',
        );
        $this->get('/scans')->assertInertia(fn(Shown $page) => $page->has('proposals', 1)->has('refused', 1)->has('rules', 1)->etc());

        $this->post('/connection-rules', ['relation' => 'calls'])->assertSessionHasErrors('from_kind');
        $this->post(
            '/connection-rules', ['relation' => 'calls', 'to_kind' => 'message bus node', 'port' => 5672],
        )->assertSessionHasNoErrors();
        self::assertStringContainsString('calls bus-1', $needs('desk-app-1'));
        self::assertStringNotContainsString('calls bus-1', $needs('board-web-1'));
        $this->post('/proposals/'.$id('board-web-1', 'bus-1').'/reconsider');
        $this->post('/connection-rules/1/drop');
        $this->get('/scans')->assertInertia(fn(Shown $page) => $page->has('proposals', 1)->has('rules', 1)->etc());
    }

    public function test_over_any_scans_nothing_vanishes_and_what_people_set_stays(): void
    {
        $random = new Randomizer(new Mt19937(77));
        $ids = DB::table('items')->pluck('id')->all();
        $byHand = static fn(): array => DB::table('item_values')
            ->where('origin', 'hand')->orderBy('item_id')->orderBy('field')->get(['item_id', 'field', 'value'])->all();
        $hand = $byHand();
        $this->actingAs($this->person('ada-holm'));
        for ($step = 1; $step <= 25; $step++) {
            $items = [];
            for ($n = $random->getInt(3, 20); $n > 0; $n--) {
                $more = array_filter([
                    'serial' => ['EL-HOST-'.sprintf('%02d', $random->getInt(1, 30)), null][$random->getInt(0, 1)],
                    'memory' => (string) $random->getInt(1, 3),
                    'hostname' => 'host-'.$random->getInt(10, 40).'.eiderholm.example',
                ]);
                $items[] = ['ref' => "r$n", 'kind' => $random->getInt(0, 5) === 0 ? 'switch' : 'host', 'attributes' => $more];
            }
            $this->scan(
                $items, [['from' => $items[0]['ref'], 'to' => $items[1]['ref']]], "s$step", $step, $random->getInt(0, 2) > 0,
            )->assertStatus(202);
            self::assertSame([], array_diff($ids, DB::table('items')->pluck('id')->all()));
            self::assertEquals($hand, $byHand());
            foreach (
                DB::table('items')->join('item_values', 'item_values.item_id', '=', 'items.id')
                    ->where('origin', 'hand')->whereIn('field', ['memory', 'serial', 'hostname'])
                    ->get(['items.attributes', 'field', 'value']) as $row
            ) {
                self::assertSame(
                    $row->value, ((array) json_decode($row->attributes, true))[$row->field] ?? '',
                    'What a person set is what counts.',
                );
            }
            $ids = DB::table('items')->pluck('id')->all();
        }
        self::assertGreaterThan(430, count($ids));
    }
}
