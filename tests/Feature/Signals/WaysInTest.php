<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Platform\ApiToken;
use App\Signals\Alert;
use App\Signals\Intake\Heartbeats;
use App\Signals\Intake\Source;
use App\Signals\Signal;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

final class WaysInTest extends TestCase
{
    private const EVENT = [
        'specversion' => '1.0', 'type' => 'skarvo.signal', 'source' => '/monitors/storvik', 'id' => 'e-1',
        'time' => '2026-03-03T07:59:30.250Z', 'subject' => 'clk-2',
        'data' => ['check' => 'state', 'condition' => 'firing', 'level' => 'error'],
    ];

    public function test_lines_are_taken_and_a_bad_one_is_told_by_its_place(): void
    {
        $line = json_encode(self::firing('clk-2'));
        $this->send("$line\n\n{\"source\":\n$line\n", ['CONTENT_TYPE' => 'application/x-ndjson'])
            ->assertStatus(202)->assertJson(['accepted' => 2, 'refused' => [['index' => 1, 'error' => ['code' => 'invalid_json']]]]);
    }

    /** @return iterable<string, array{string, array<string, string>}> */
    public static function eventForms(): iterable
    {
        yield 'structured' => [
            json_encode(self::EVENT, JSON_THROW_ON_ERROR), ['CONTENT_TYPE' => 'application/cloudevents+json; charset=utf-8'],
        ];
        yield 'batch' => [json_encode([self::EVENT], JSON_THROW_ON_ERROR), ['CONTENT_TYPE' => 'application/cloudevents-batch+json']];
        yield 'binary' => [json_encode(self::EVENT['data'], JSON_THROW_ON_ERROR), [
            'CONTENT_TYPE' => 'application/json', 'HTTP_CE_SPECVERSION' => '1.0', 'HTTP_CE_TYPE' => 'skarvo.signal',
            'HTTP_CE_SOURCE' => '/monitors/storvik',
            'HTTP_CE_ID' => 'e-1', 'HTTP_CE_TIME' => '2026-03-03T07:59:30.250Z', 'HTTP_CE_SUBJECT' => 'clk-2',
        ]];
    }

    /** @param  array<string, string>  $headers */
    #[DataProvider('eventForms')]
    public function test_events_are_taken_in_each_form_and_repeats_are_harmless(string $body, array $headers): void
    {
        $this->send($body, $headers)->assertStatus(202)->assertJson(['accepted' => 1]);
        $this->send($body, $headers)->assertStatus(202)->assertJson(['accepted' => 0, 'repeated' => 1]);
        $signal = Signal::query()->where('source', '/monitors/storvik')->sole();

        self::assertSame(
            ['e-1', 'clk-2', 'state', '07:59:30'],
            [$signal->external_id, $signal->item, $signal->check, $signal->at->format('H:i:s')],
        );
    }

    public function test_an_event_of_another_type_is_refused(): void
    {
        $this->send((string) json_encode([...self::EVENT, 'type' => 'order.placed']), ['CONTENT_TYPE' => 'application/cloudevents+json'])
            ->assertStatus(422)->assertJson(['refused' => [['error' => ['at' => '/type']]]]);
    }

    public function test_a_foreign_payload_is_mapped_and_one_that_does_not_fit_is_kept_until_it_does(): void
    {
        $source = $this->source([
            'fields' => ['item' => '{/host}', 'check' => '{/rule}'], 'level' => ['otherwise' => 'error'],
            'condition' => ['from' => '{/state}', 'words' => ['firing' => ['PROBLEM']]],
        ]);
        $payload = ['host' => 'clk-2', 'rule' => 'satellites', 'state' => 'problem'];
        $this->postJson('/api/v1/sources/rack-watch?token=plain-rack', $payload)
            ->assertStatus(202)->assertJson(['accepted' => 1, 'kept' => 0]);
        $this->postJson('/api/v1/sources/rack-watch?token=plain-rack', [...$payload, 'state' => 'ALARM'])->assertStatus(202)
            ->assertJson([
                'accepted' => 0, 'kept' => 1,
                'missing' => [['field' => 'condition', 'message' => 'The word "ALARM" is not in the table.']],
            ]);
        self::assertSame(1, Signal::query()->where('source', 'rack-watch')->count());

        $again = app(\App\Signals\Intake\TakePayload::class)->again($source->refresh());
        self::assertSame(['mapped' => 0, 'left' => 1], $again);
        $source->update(['mapping' => [
            ...(array) $source->mapping, 'condition' => ['from' => '{/state}', 'words' => ['firing' => ['PROBLEM', 'alarm']]],
        ]]);
        self::assertSame(['mapped' => 1, 'left' => 0], app(\App\Signals\Intake\TakePayload::class)->again($source));
        self::assertSame(['mapped' => 0, 'left' => 0], app(\App\Signals\Intake\TakePayload::class)->again($source));
        self::assertSame(2, Signal::query()->where('source', 'rack-watch')->count());
        self::assertStringContainsString('ALARM', (string) Signal::query()->latest('id')->value('payload'));
    }

    public function test_only_the_token_of_the_source_opens_its_address(): void
    {
        $this->source([]);
        $this->postJson('/api/v1/sources/rack-watch', [])->assertStatus(401)->assertHeader('Content-Type', 'application/problem+json');
        $this->postJson('/api/v1/sources/rack-watch?token=wrong', [])->assertStatus(401);
        $this->postJson('/api/v1/sources/other?token=plain-rack', [])->assertStatus(401);
    }

    public function test_a_source_past_its_limit_is_turned_away_and_others_are_not(): void
    {
        $this->source([], 5);
        $mad = array_map(static fn(int $n): array => [...self::firing("i$n"), 'source' => 'rack-watch'], range(1, 4));
        $this->signal($mad)->assertStatus(202);
        $this->later(20);
        $answer = $this->signal($mad)->assertStatus(429)->assertHeader('Retry-After', '40');
        self::assertStringContainsString('rack-watch may send 5 signals a minute', $answer->json('detail'));
        self::assertSame(4, Signal::query()->count());
        $this->signal([self::firing('clk-1')])->assertStatus(202);
        $this->later(40);
        $this->signal($mad)->assertStatus(202);
        self::assertSame(4, (int) DB::table('source_minutes')->where('source', 'rack-watch')->sum('turned_away'));
    }

    public function test_silence_is_a_signal_and_the_return_clears_it(): void
    {
        $this->source([]);
        DB::table('heartbeats')->insert([
            'name' => 'Rack watch', 'source' => 'rack-watch', 'item' => 'clk-2', 'check' => null, 'every_seconds' => 60,
            'grace_seconds' => 10, 'level' => 'error', 'since' => now()->getTimestamp(), 'due_at' => now()->getTimestamp(),
        ]);
        $this->beat();
        self::assertSame(0, Signal::query()->count());
        $this->later(50);
        $this->postJson('/api/v1/sources/rack-watch/heartbeat?token=plain-rack')->assertStatus(202)->assertJson(['heartbeats' => 1]);
        $this->later(69);
        $this->beat();
        self::assertSame(0, Signal::query()->count());
        $this->later(1);
        $this->beat();
        $this->beat();
        $this->takeSignals();
        $alert = Alert::query()->where('source', 'heartbeats')->sole();
        self::assertSame(
            ['clk-2', 'Nothing was heard from Rack watch for 70 seconds; it should speak every 60 seconds.', null],
            [$alert->item_id, $alert->summary, $alert->closed_at],
        );

        $this->later(30);
        $this->signal([[...self::firing('clk-2'), 'source' => 'rack-watch']]);
        $this->beat();
        $this->takeSignals();
        self::assertNotNull($alert->refresh()->closed_at);
    }

    public function test_a_full_disk_is_told_and_nothing_is_half_done(): void
    {
        $this->signal([self::firing('clk-1')])->assertStatus(202);
        DB::statement('pragma max_page_count = '.((int) DB::scalar('pragma page_count') + 3));
        $many = array_map(
            static fn(int $n): array => [...self::firing("item-$n"), 'labels' => ['text' => str_repeat('x', 200)]], range(1, 500),
        );
        $this->signal($many)->assertStatus(503)
            ->assertHeader('Retry-After', '30')->assertHeader('Content-Type', 'application/problem+json');
        self::assertSame(1, Signal::query()->count());
        DB::statement('pragma max_page_count = 1000000');
        $this->signal($many)->assertStatus(202)->assertJson(['accepted' => 500]);
    }

    public function test_signals_are_let_go_of_after_their_time_and_alerts_stay(): void
    {
        $this->signal([self::firing('clk-1'), self::firing('clk-2')]);
        $this->takeSignals();
        $sent = ['kind' => 'mail', 'payload' => '{}', 'made_at' => now(), 'due_at' => now(), 'rank' => 9];
        DB::table('outbox')->insert([
            [...$sent, 'key' => 'long ago', 'sent_at' => now()], [...$sent, 'key' => 'not sent', 'sent_at' => null],
        ]);
        $this->later(91 * 86400);
        DB::table('outbox')->insert([...$sent, 'key' => 'today', 'sent_at' => now()]);
        $this->signal([self::firing('clk-3')]);
        $forget = app(\App\Signals\Intake\ForgetOldSignals::class);
        self::assertSame([3, 0], [$forget(static fn(): bool => true), $forget(static fn(): bool => true)]);
        self::assertSame(['clk-3'], Signal::query()->pluck('item')->all());
        self::assertSame(2, Alert::query()->where('source', 'probe')->count());
        self::assertSame(['not sent', 'today'], DB::table('outbox')->orderBy('id')->pluck('key')->all());
    }

    public function test_a_source_that_goes_mad_makes_one_alert(): void
    {
        for ($n = 0; $n < 10; $n++) {
            $this->signal(array_fill(0, 10_000, self::firing('clk-2')))->assertStatus(202);
            $this->later(6);
        }
        while ($this->takeSignals() > 0) {
        }
        self::assertSame([100_000], Alert::query()->where('source', 'probe')->pluck('count')->all());
    }

    /** @param  array<string, mixed>  $mapping */
    private function source(array $mapping, ?int $limit = null): Source
    {
        return Source::query()
            ->create([
                'id' => 'rack-watch', 'name' => 'Rack watch', 'token_hash' => ApiToken::hashOf('plain-rack'),
                'mapping' => $mapping, 'per_minute' => $limit, 'made_at' => now(),
            ])
            ->refresh();
    }

    private function beat(): void
    {
        app(Heartbeats::class)(static fn(): bool => true);
    }

    /**
     * @param  array<string, string>  $headers
     * @return TestResponse<Response>
     */
    private function send(string $body, array $headers): TestResponse
    {
        $token = ApiToken::query()->exists() ? 'plain-probe' : $this->token();

        return $this->call('POST', '/api/v1/signals', server: ['HTTP_AUTHORIZATION' => "Bearer $token", ...$headers], content: $body);
    }
}
