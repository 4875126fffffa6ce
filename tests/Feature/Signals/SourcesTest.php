<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Platform\ApiToken;
use App\Platform\Journal\Entry;
use App\Signals\Intake\Source;
use App\Signals\Signal;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** The screens about sources: tokens, mappings by sample, limits, heartbeats, trouble. */
final class SourcesTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ingrid-vale'));
    }

    public function test_a_source_is_added_and_its_token_shown_once(): void
    {
        $this->post('/sources', ['id' => 'hull-watch', 'name' => 'Hull watch'])->assertRedirect('/sources/hull-watch');
        $this->from('/sources')->post('/sources', ['id' => 'hull-watch', 'name' => 'Again'])->assertSessionHasErrors('id');
        $this->from('/sources')->post('/sources', ['id' => 'a/b', 'name' => 'Slash'])->assertSessionHasErrors('id');
        $this->from('/sources/hull-watch')->post('/sources/hull-watch/token');
        $token = '';
        $this->get('/sources/hull-watch')->assertInertia(function (Shown $page) use (&$token): void {
            $page->where('token', function (string $shown) use (&$token): bool {
                $token = $shown;

                return strlen($shown) === 40;
            });
        });
        $this->get('/sources/hull-watch')->assertInertia(fn(Shown $page) => $page->where('token', null));
        $this->postJson("/api/v1/sources/hull-watch?token=$token", ['a' => 1])->assertStatus(202);
        $this->get('/sources/hull-watch')->assertInertia(function (Shown $page) use (&$mark): void {
            $page->where('source.token', function (string $shown) use (&$mark): bool {
                $mark = $shown;

                return strlen($shown) === 16;
            });
        });
        // Whoever has not seen it makes none that would stop it.
        $this->post('/sources/hull-watch/token', ['seen' => ''], ['X-Request-Key' => 'unseen'])->assertSessionHasErrors('action');
        $this->postJson("/api/v1/sources/hull-watch?token=$token", ['a' => 1])->assertStatus(202);
        // A new one ends the old one.
        $this->post('/sources/hull-watch/token', ['seen' => $mark], ['X-Request-Key' => 'seen'])->assertSessionHasNoErrors();
        $this->post('/sources/hull-watch/token', ['seen' => $mark], ['X-Request-Key' => 'second'])->assertSessionHasErrors('action');
        $this->postJson("/api/v1/sources/hull-watch?token=$token", ['a' => 1])->assertStatus(401);
        self::assertSame(2, Entry::query()->where('kind', 'token.made')->count());
    }

    public function test_a_mapping_is_tried_on_a_sample_before_it_is_kept(): void
    {
        Source::query()->create(['id' => 'hull-watch', 'name' => 'Hull watch', 'made_at' => now()]);
        $try = fn(string $mapping, string $sample) => $this->postJson(
            '/sources/hull-watch/try', ['mapping' => $mapping, 'sample' => $sample],
        );
        $try('{"fields": {"check": "{/rule}"}, "level": {"otherwise": "error"}, "condition": {"otherwise": "firing"}}', '{"rule": "bilge"}')
            ->assertOk()->assertJson(['signals' => [['check' => 'bilge', 'source' => 'hull-watch']], 'missing' => []]);
        $try('', '{"rule": "bilge"}')->assertOk()->assertJsonCount(3, 'missing');
        $try('{"fields": {"check": "{rule}"}}', '{}')->assertStatus(422)->assertJsonPath('error.at', '/fields/check');
        $try('{}', '{"rule":')->assertStatus(422)->assertJsonPath('error.at', 'sample');
        // What maps, but is no sound signal, is told too.
        $try(
            '{"fields": {"check": "{/rule}", "at": "{/when}"}, "level": {"otherwise": "error"}, "condition": {"otherwise": "firing"}}',
            '{"rule": "bilge", "when": "noon"}',
        )
            ->assertOk()->assertJsonPath('missing.0.field', 'at');
        self::assertNull(Source::query()->findOrFail('hull-watch')->mapping);
    }

    public function test_two_people_who_edit_one_source_do_not_undo_each_other(): void
    {
        Source::query()->create(['id' => 'hull-watch', 'name' => 'Hull watch', 'made_at' => now()]);
        $this->post('/sources/hull-watch', ['version' => 1, 'name' => 'Hulls', 'per_minute' => 100])->assertSessionHasNoErrors();
        $this->from('/sources/hull-watch')
            ->post('/sources/hull-watch', ['version' => 1, 'name' => 'Mine'])->assertSessionHasErrors('action');
        $this->from('/sources/hull-watch')
            ->post('/sources/hull-watch', ['version' => 2, 'name' => 'Mine', 'mapping' => '{"list": "x"}'])
            ->assertSessionHasErrors('mapping');
        $source = Source::query()->findOrFail('hull-watch');
        self::assertSame(['Hulls', 100, 2], [$source->name, $source->per_minute, $source->version]);
    }

    public function test_one_that_only_sends_signals_can_be_given_a_limit(): void
    {
        $this->signal([self::firing('clk-1')]);
        $this->get('/sources/probe')->assertInertia(fn(Shown $page) => $page->where('source.hour', 1)->where('source.version', null));
        $this->post('/sources/probe', ['name' => 'Probe', 'per_minute' => 1])->assertSessionHasNoErrors();
        $this->signal([self::firing('clk-2')])->assertStatus(429);
        $this->get('/sources/nobody')->assertNotFound();
    }

    public function test_the_list_says_what_is_wrong_with_each(): void
    {
        $this->signal([[...self::firing('clk-1'), 'at' => '2026-03-03T07:00:00Z'], ['source' => 'probe', 'check' => 'x']]);
        Source::query()->create(['id' => 'hull-watch', 'name' => 'Hull watch', 'made_at' => now()]);
        DB::table('unmapped_payloads')->insert([
            'source' => 'hull-watch', 'payload' => '{}', 'why' => '[]', 'received_at' => now()->getTimestamp(),
        ]);
        $this->get('/sources')->assertInertia(fn(Shown $page) => $page
            ->where('sources', function (Collection $sources): bool {
                $by = $sources->keyBy('id');

                return $by['probe']['clock_off'] === -3600
                    && $by['probe']['refused'] === 1
                    && $by['hull-watch']['unmapped'] === 1
                    && $by['hull-watch']['last_at'] === null;
            }));
        $this->get('/sources/probe')->assertInertia(fn(Shown $page) => $page->where(
            'errorsTold.0.what', fn(string $what): bool => str_contains($what, 'condition'),
        ));
    }

    public function test_heartbeats_are_made_and_taken_away_and_silence_ends_with_them(): void
    {
        $this->signal([self::firing('clk-1')]);
        $this->from('/sources/probe')
            ->post('/sources/probe/heartbeats', ['name' => 'Probe speaks', 'every' => 0, 'level' => 'error'])
            ->assertSessionHasErrors('every');
        $this->post(
            '/sources/probe/heartbeats', ['name' => 'Probe speaks', 'every' => 5, 'grace' => 1, 'level' => 'error'],
        )->assertSessionHasNoErrors();
        // The same would be told of twice; the same of one item alone is another.
        $more = fn(mixed ...$of) => $this->post(
            '/sources/probe/heartbeats', ['name' => 'Speaks, too', 'every' => 9, 'level' => 'error', ...$of], ['X-Request-Key' => uniqid()],
        );
        $more()->assertSessionHasErrors(['name' => '"Probe speaks" expects the same already. Take it away first, or name another check or item.']);
        $more(item: 'clk-1')->assertSessionHasNoErrors();
        $more(item: 'clk-1')->assertSessionHasErrors('name');
        $more(item: 'clk-1', check: 'disk')->assertSessionHasNoErrors();
        DB::table('heartbeats')->whereNotNull('item')->delete();
        $silent = static fn(): int => Signal::query()->where('source', 'heartbeats')->where('condition', 'firing')->count();
        $this->later(359);
        $this->clock();
        self::assertSame(0, $silent());
        $this->later(2);
        $this->clock();
        self::assertSame(1, $silent());
        $this->get('/sources/probe')->assertInertia(
            fn(Shown $page) => $page->where('heartbeats.0.silent', true)->where('source.silent', 1),
        );
        $this->post('/sources/probe/heartbeats/'.DB::table('heartbeats')->value('id').'/drop')->assertSessionHasNoErrors();
        self::assertSame(1, Signal::query()->where('source', 'heartbeats')->where('condition', 'clear')->count());
        self::assertSame(0, DB::table('heartbeats')->count());
    }

    public function test_what_was_kept_is_sent_through_again_from_the_page(): void
    {
        $source = Source::query()->create([
            'id' => 'hull-watch', 'name' => 'Hull watch', 'made_at' => now(),
            'mapping' => [
                'fields' => ['check' => '{/rule}'], 'level' => ['otherwise' => 'error'], 'condition' => ['otherwise' => 'firing'],
            ],
        ]);
        foreach (['{"rule": "bilge"}', '{"text": "no rule"}'] as $payload) {
            DB::table('unmapped_payloads')->insert([
                'source' => $source->id, 'payload' => $payload, 'why' => '[{"entry":0,"field":"mapping","message":"none"}]',
                'received_at' => now()->getTimestamp(),
            ]);
        }
        $this->from('/sources/hull-watch')->post('/sources/hull-watch/again')->assertRedirect('/sources/hull-watch');
        self::assertSame(['bilge'], Signal::query()->where('source', 'hull-watch')->pluck('check')->all());
        $this->get('/sources/hull-watch')->assertInertia(
            fn(Shown $page) => $page->has('unmapped', 1)->where('unmapped.0.payload', '{"text": "no rule"}'),
        );
    }

    public function test_a_source_that_is_named_by_an_address_has_a_page_and_is_worked_on(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $name = 'https://monitors.example/north?x=1';
        $this->signal([[...self::firing('clk-2'), 'source' => $name]])->assertStatus(202);
        $path = '/sources/'.rawurlencode($name);
        $this->get($path)->assertOk()->assertInertia(fn(Shown $page) => $page->component('Signals/Source')->where('source.id', $name));
        $this->post($path, ['name' => 'North', 'version' => null])->assertSessionHasNoErrors();
        $this->post("$path/token", [], ['X-Request-Key' => 'token'])->assertSessionHasNoErrors();
        $this->post(
            "$path/heartbeats", ['name' => 'x', 'every' => 5, 'level' => 'error'], ['X-Request-Key' => 'beat'],
        )->assertSessionHasNoErrors();
        self::assertSame([$name], DB::table('heartbeats')->pluck('source')->all());
        $this->post(
            "$path/heartbeats/".DB::table('heartbeats')->value('id').'/drop', [], ['X-Request-Key' => 'drop'],
        )->assertSessionHasNoErrors();
        self::assertSame(0, DB::table('heartbeats')->count());
        self::assertSame(['North'], DB::table('sources')->where('id', $name)->pluck('name')->all());
        // Somebody who did not look at it does not rename it.
        $this->post($path, ['name' => 'South'], ['X-Request-Key' => 'again'])->assertSessionHasErrors('action');
        $this->post('/sources', ['id' => 'further', 'name' => 'Further'], ['X-Request-Key' => 'one'])->assertRedirect('/sources/further');
        $this->post('/sources', ['id' => 'further', 'name' => 'Other'], ['X-Request-Key' => 'two'])->assertSessionHasErrors('id');
        self::assertSame('Further', DB::table('sources')->where('id', 'further')->value('name'));
    }

    public function test_what_does_not_map_and_what_is_refused_count_towards_the_limit(): void
    {
        Source::query()->create([
            'id' => 'loud', 'name' => 'Loud', 'made_at' => now(), 'per_minute' => 3,
            'token_hash' => ApiToken::hashOf('plain-loud'),
        ]);
        $send = fn() => $this->withToken('plain-loud')->postJson('/api/v1/sources/loud', ['nothing' => 'we know']);
        for ($n = 0; $n < 3; $n++) {
            $send()->assertStatus(202)->assertJsonPath('kept', 1);
        }
        $send()->assertStatus(429)->assertHeader('Retry-After');
        self::assertSame(3, DB::table('unmapped_payloads')->where('source', 'loud')->count());
        $this->later(60);
        $send()->assertStatus(202);
    }
}
