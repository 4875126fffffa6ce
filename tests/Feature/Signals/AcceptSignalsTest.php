<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Platform\Journal\PlatformEntry;
use App\Signals\Alert;
use App\Signals\Signal;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Artisan;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class AcceptSignalsTest extends TestCase
{
    public function test_one_signal_or_a_list_is_durable_before_the_answer(): void
    {
        $this->withToken($this->token())->postJson('/api/v1/signals', self::firing('clk-2'))
            ->assertStatus(202)->assertExactJson(['accepted' => 1, 'repeated' => 0, 'refused' => []]);
        $this->signal([self::firing('clk-1'), self::firing('clk-2')])->assertJson(['accepted' => 2]);

        self::assertSame(3, Signal::query()->count());
    }

    public function test_the_same_source_and_id_again_does_nothing(): void
    {
        $signal = [...self::firing('clk-2'), 'id' => 'a1'];
        $this->signal([$signal, $signal])->assertJson(['accepted' => 1, 'repeated' => 1]);
        $this->takeSignals();
        $this->signal([$signal, [...$signal, 'source' => 'other']])->assertJson(['accepted' => 1, 'repeated' => 1]);
        $this->takeSignals();

        self::assertSame([1, 1], Alert::query()->where('item_id', 'clk-2')->pluck('count')->all());
    }

    public function test_a_wrong_one_is_refused_with_where_and_the_rest_is_kept(): void
    {
        $this->signal([self::firing('a'), [...self::firing('b'), 'level' => 'loud'], self::firing('d')])
            ->assertStatus(202)
            ->assertJson(['accepted' => 2, 'refused' => [['index' => 1, 'error' => ['code' => 'out_of_range', 'at' => '/level']]]]);
    }

    public function test_a_clock_that_is_an_hour_off_is_taken_at_its_receipt_and_told_of(): void
    {
        $this->signal([
            [...self::firing('clk-1'), 'at' => '2026-03-03T09:00:00Z'],
            [...self::firing('clk-2'), 'at' => '2026-03-03T07:00:00Z'],
            [...self::firing('clk-3'), 'at' => '2026-03-03T07:59:00Z'],
        ])->assertJson(['accepted' => 3]);
        $at = static fn(string $item): string => Signal::query()->where('item', $item)->firstOrFail()->at->format('H:i:s');
        self::assertSame(['08:00:00', '07:58:00', '07:59:00'], array_map($at, ['clk-1', 'clk-2', 'clk-3']));
        self::assertSame('09:00:00', Signal::query()->where('item', 'clk-1')->firstOrFail()->said_at?->format('H:i:s'));
        $this->takeSignals();
        self::assertSame(3, Alert::query()->where('source', 'probe')->whereNull('closed_at')->count());
    }

    /** @return iterable<string, array{string, int, string}> */
    public static function badBodies(): iterable
    {
        yield 'not JSON' => ['{"source":', 400, 'The body is not JSON'];
        yield 'bytes that are not UTF-8' => ["{\"source\":\"\xC3\x28\"}", 422, 'No signal could be read'];
        yield 'JSON of endless depth' => [str_repeat('[', 5000).str_repeat(']', 5000), 400, 'maximum stack depth'];
        yield 'labels without end' => [
            '{"source":"s","check":"c","condition":"firing","level":"error","labels":{"a":"'.str_repeat('x', 3000).'"}}', 422,
            'No signal could be read',
        ];
        yield 'a text' => ['"hello"', 422, 'There is no signal in the body'];
        yield 'an empty list' => ['[]', 422, 'There is no signal in the body'];
        yield 'only wrong ones' => ['[{"check":"x"}]', 422, 'No signal could be read'];
        yield 'labels of ten megabytes' => [
            '[{"source":"s","check":"c","condition":"firing","level":"error","labels":{"a":"'.str_repeat('x', 10_000_000).'"}}]',
            413, 'Send the signals in several calls',
        ];
    }

    #[DataProvider('badBodies')]
    public function test_a_bad_body_is_answered_with_problem_details(string $body, int $status, string $says): void
    {
        $answer = $this->call(
            'POST', '/api/v1/signals',
            server: ['HTTP_AUTHORIZATION' => 'Bearer '.$this->token(), 'CONTENT_TYPE' => 'application/json'], content: $body,
        );

        $answer->assertStatus($status)->assertHeader('Content-Type', 'application/problem+json');
        self::assertStringContainsString($says, $answer->json('detail'));
        self::assertSame($status, $answer->json('status'));
        self::assertSame(0, Signal::query()->count());
    }

    public function test_five_thousand_in_one_call_are_taken(): void
    {
        $signals = array_map(
            static fn(int $n): array => [
                'source' => 's', 'item' => 'i'.$n % 50, 'check' => 'c', 'condition' => 'firing', 'level' => 'error',
                'id' => "n$n",
            ],
            range(1, 5000),
        );
        $this->signal($signals)->assertStatus(202)->assertJson(['accepted' => 5000]);
        while ($this->takeSignals() > 0) {
        }

        self::assertSame(50, Alert::query()->where('source', 's')->count());
        self::assertSame(5000, (int) Alert::query()->where('source', 's')->sum('count'));
    }

    public function test_tokens_open_only_what_they_are_for(): void
    {
        $expired = $this->token(['signals:write'], CarbonImmutable::parse('2026-03-03T07:59:59Z'), 'old');
        $other = $this->token(['reports:write'], null, 'reports');
        foreach ([
            [null, 401, 'Send a token'], ['wrong', 401, 'not known'], [$expired, 401, 'has expired'],
            [$other, 403, 'lacks the ability signals:write'],
        ] as [$token, $status, $says]) {
            $answer = (
                $token === null ? $this->withHeaders([]) : $this->withToken($token)
            )->postJson('/api/v1/signals', [self::firing('a')]);
            $answer->assertStatus($status)->assertHeader('Content-Type', 'application/problem+json');
            self::assertStringContainsString($says, $answer->json('detail'));
            self::assertStringStartsWith('Bearer', (string) $answer->headers->get('WWW-Authenticate'));
        }
        self::assertSame(0, Artisan::call('skarvo:token', ['name' => 'made', '--ability' => ['signals:write']]));
        self::assertSame(['token:made'], self::entriesOf(PlatformEntry::TokenMade));
        $this->withToken(trim(Artisan::output()))->postJson('/api/v1/signals', [self::firing('a')])->assertStatus(202);
        self::assertNotSame(0, Artisan::call('skarvo:token', ['name' => 'made', '--ability' => ['everything']]));
        $this->get('/api/v1/signals')->assertStatus(405)->assertHeader('Content-Type', 'application/problem+json');
    }

    public function test_signals_become_alerts_that_close_and_open_again(): void
    {
        $this->signal([self::firing('clk-2', 'warning'), self::firing('clk-2', 'critical'), self::firing('nobody-knows-me')]);
        self::assertSame(3, $this->takeSignals());
        $alert = Alert::query()->where('item_id', 'clk-2')->sole();
        self::assertSame([2, 'critical', null], [$alert->count, $alert->level->value, $alert->closed_at]);
        self::assertNull(Alert::query()->where('item_named', 'nobody-knows-me')->sole()->item_id);

        $this->later(60);
        $this->signal([[...self::firing('clk-2'), 'condition' => 'clear']]);
        $this->takeSignals();
        self::assertSame('2026-03-03 08:01:00', $alert->refresh()->closed_at?->format('Y-m-d H:i:s'));

        $this->later(60);
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        self::assertSame([3, 1, null], [$alert->refresh()->count, $alert->flips, $alert->closed_at]);
        self::assertSame(0, $this->takeSignals());
    }
}
