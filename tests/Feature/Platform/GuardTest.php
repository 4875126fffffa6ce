<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Outbox\Outbox;
use App\Signals\Alert;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route as Routes;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;
use Tests\Walks\Walk;

/** What holds attackers back: headers, hosts, bytes that are no text, and what a person may neither do nor read. */
final class GuardTest extends TestCase
{
    public function test_browsers_are_told_what_a_page_may_not_do(): void
    {
        foreach (['/status', '/sign-in', '/api/v1/oncall'] as $path) {
            $headers = $this->get($path)->headers;
            self::assertSame(['nosniff', 'same-origin'], [$headers->get('X-Content-Type-Options'), $headers->get('Referrer-Policy')]);
            self::assertStringContainsString("frame-ancestors 'none'", (string) $headers->get('Content-Security-Policy'));
            self::assertStringNotContainsString('unsafe', (string) $headers->get('Content-Security-Policy'));
            self::assertNull($headers->get('Access-Control-Allow-Origin'));
            self::assertNull($headers->get('Strict-Transport-Security'));
        }
        $page = $this->get('/report');
        preg_match("/'nonce-([^']+)'/", (string) $page->headers->get('Content-Security-Policy'), $nonce);
        preg_match_all('/<script(?![^>]*src=)[^>]*>/', (string) $page->getContent(), $inline);
        self::assertNotSame([], $inline[0]);
        foreach ($inline[0] as $script) {
            self::assertStringContainsString('nonce="'.($nonce[1] ?? '').'"', $script);
        }
        self::assertNotNull($this->get('https://127.0.0.1/status')->headers->get('Strict-Transport-Security'));
    }

    public function test_the_host_that_a_request_names_is_in_no_link(): void
    {
        $answer = $this->withToken($this->token(['reports:write']))->postJson(
            'http://evil.example/api/v1/reports', ['service' => 'vehicle-lanes', 'what' => 'x'],
        );
        self::assertStringStartsWith('http://127.0.0.1/report/', (string) $answer->assertCreated()->json('follow'));
        $this->withServerVariables(['HTTP_X_FORWARDED_HOST' => 'evil.example', 'HTTP_X_FORWARDED_FOR' => '203.0.113.9'])
            ->post('/report', ['service' => 'vehicle-lanes', 'what' => 'x'])
            ->assertRedirectContains('http://127.0.0.1/report/');
    }

    public function test_what_a_person_sends_that_is_no_text_is_refused_in_words_and_nothing_is_kept(): void
    {
        foreach (["K\xF8ye", "a\0b", "\xED\xA0\x80"] as $bytes) {
            $this->from('/report')
                ->post('/report', ['service' => 'vehicle-lanes', 'what' => $bytes, 'name' => $bytes])
                ->assertRedirect('/report')->assertSessionHasErrors(['what', 'name']);
        }
        $this->from('/report')
            ->post('/report', ['service' => 'vehicle-lanes', 'what' => 'x', "na\xF8me" => 'x'])
            ->assertSessionHasErrors('action');
        self::assertSame(0, DB::table('reports')->count());
        $this->get('/report?service=%C3%28')
            ->assertStatus(400)
            ->assertInertia(fn(Shown $page) => $page->component('Platform/Problem')->where('status', 400));
        $this->get('/estate/%C3%28')->assertStatus(400);
    }

    public function test_every_page_survives_what_was_stored_before(): void
    {
        $version = (string) ($this->get('/report')->inertiaPage()['version'] ?? '');
        DB::table('reports')->insert([
            'token' => str_repeat('x', 40), 'service_id' => 'vehicle-lanes', 'what' => "Br\xF8kne gate", 'told_at' => now(),
            'send_key' => 'old',
        ]);
        $this->actingAs($this->person('ingrid-vale'));
        self::assertStringContainsString('Br\\ufffdkne gate', (string) $this->get('/')->assertOk()->getContent());
        $this->get('/', ['X-Inertia' => 'true', 'X-Inertia-Version' => $version])->assertStatus(409)->assertHeader('X-Inertia-Location');
    }

    public function test_what_a_machine_sends_is_kept_with_what_was_no_text_replaced_and_marked(): void
    {
        $this->call(
            'POST', '/api/v1/signals', [], [], [],
            ['CONTENT_TYPE' => 'application/json', 'HTTP_AUTHORIZATION' => 'Bearer '.$this->token()],
            "[{\"source\":\"probe\",\"item\":\"clk-2\",\"check\":\"state\",\"condition\":\"firing\",\"level\":\"error\",\"summary\":\"K\xF8ye \\ud800 full\"},{\"source\":\"probe\",\"item\":\"clk-1\",\"check\":\"state\",\"condition\":\"firing\",\"level\":\"error\",\"summary\":\"Whole\"}]",
        )
            ->assertStatus(202)->assertJsonPath('accepted', 2);
        $this->takeSignals();
        self::assertSame("K\u{FFFD}ye \u{FFFD} full", Alert::query()->where('item_id', 'clk-2')->value('summary'));
        self::assertSame(['{"unreadable-text":"replaced"}', null], DB::table('signals')->orderBy('id')->pluck('labels')->all());
        $this->actingAs($this->person('ingrid-vale'))->get('/alerts')->assertOk();
        // In a header of a binary event, too: its pages go on.
        $this->call(
            'POST', '/api/v1/signals', [], [], [],
            [
                'CONTENT_TYPE' => 'application/json', 'HTTP_AUTHORIZATION' => 'Bearer plain-probe',
                'HTTP_CE_SPECVERSION' => '1.0', 'HTTP_CE_TYPE' => 'skarvo.signal', 'HTTP_CE_ID' => '1',
                'HTTP_CE_SOURCE' => '%C3%28',
            ],
            '{"check":"x"}',
        );
        foreach (['/rules', '/sources', '/funnel'] as $path) {
            $this->get($path)->assertOk();
        }
    }

    public function test_errors_of_the_api_are_problem_details_whatever_is_accepted(): void
    {
        $this->withToken($this->token(['reports:write', 'deliveries:write']));
        foreach (['*/*', 'text/html', 'application/json'] as $accept) {
            foreach (['/api/v1/reports', '/api/v1/deliveries'] as $path) {
                $this->call(
                    'POST', $path, [], [], [],
                    ['HTTP_ACCEPT' => $accept, 'CONTENT_TYPE' => 'application/json', 'HTTP_AUTHORIZATION' => 'Bearer plain-probe'],
                    '{"service": ["x"]}',
                )
                    ->assertStatus(422)->assertHeader('Content-Type', 'application/problem+json')
                    ->assertJsonPath('status', 422);
            }
            $this->get('/api/v1/nothing', ['Accept' => $accept])
                ->assertStatus(404)->assertHeader('Content-Type', 'application/problem+json')
                ->assertJsonPath('detail', 'There is nothing at this address. See docs/api.md for the addresses that there are.');
            $this->get('/api/v1/reports', ['Accept' => $accept])
                ->assertStatus(405)->assertHeader('Content-Type', 'application/problem+json')
                ->assertJsonPath('detail', 'This address does not take that method.');
        }
    }

    public function test_turns_are_for_those_whose_rota_it_is(): void
    {
        $turn = ['from' => '2026-03-05T08:00:00Z', 'to' => '2026-03-05T16:00:00Z'];
        $noor = $this->person('noor-lind');
        self::assertSame('lanes', $noor->team_id);
        $this->actingAs($noor)
            ->post('/on-call/platform/take', $turn)
            ->assertSessionHasErrors([
                'action' => 'Noor Lind is not of the team that takes these turns. People of that team take them; a coordinator or an administrator can put others on.',
            ]);
        $this->post('/on-call/platform/swap', [...$turn, 'with' => 'per-strand'])->assertSessionHasErrors('action');
        $this->getJson('/on-call/platform/effect?'.http_build_query($turn))->assertStatus(422);
        self::assertSame([], DB::table('rota_swaps')->get()->all());
        $this->post('/on-call/lanes/take', $turn)->assertSessionHasNoErrors();
        $this->actingAs($this->person('ingrid-vale'))
            ->post('/on-call/lanes/take', [...$turn, 'from' => '2026-03-05T09:00:00Z', 'person' => 'per-strand'])
            ->assertSessionHasNoErrors();
    }

    public function test_why_somebody_is_away_is_for_them_alone(): void
    {
        DB::table('absences')->insert([
            'person_id' => 'noor-lind', 'kind' => 'leave', 'from_at' => now()->getTimestamp(),
            'to_at' => now()->getTimestamp() + 86400, 'what' => 'operation at hospital',
        ]);
        $paths = ['/people/noor-lind', '/on-call/lanes', '/on-call', '/people', '/handovers', '/fairness'];
        foreach (['ingrid-vale', 'ada-holm', 'mika-sund'] as $other) {
            foreach ($paths as $path) {
                self::assertStringNotContainsString(
                    'hospital', (string) $this->actingAs($this->person($other))->get($path)->assertOk()->getContent(),
                    "$other at $path",
                );
            }
        }
        self::assertStringContainsString(
            'hospital', (string) $this->actingAs($this->person('noor-lind'))->get('/people/noor-lind')->getContent(),
        );
        self::assertStringContainsString(
            'hospital', (string) $this->actingAs($this->person('per-strand'))->get('/people/noor-lind')->getContent(),
            'An administrator looks after it.',
        );
    }

    public function test_each_thing_that_is_wrong_with_a_time_is_said_by_itself(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $away = fn(string $from, string $to) => $this->post(
            '/people/noor-lind/absences', ['kind' => 'leave', 'from' => $from, 'to' => $to],
        );
        $away('2026-03-09T08:00', '2026-03-08T08:00')
            ->assertSessionHasErrors(['to' => 'The end must be later than the beginning.'])
            ->assertSessionDoesntHaveErrors('from');
        $away('tomorrow', '')->assertSessionHasErrors(['from' => 'Say from when.', 'to' => 'Say until when.']);
        $this->post(
            '/on-call/lanes/take', ['from' => '2026-03-09T08:00:00Z', 'to' => '2026-03-09T08:00:00Z'],
        )->assertSessionHasErrors(['to' => 'It has to end after it begins.']);
        $this->actingAs($this->person('ingrid-vale'))
            ->post('/quiet', ['items' => ['clk-2'], 'from' => '2026-03-09T08:00:00Z', 'to' => '2026-03-08T08:00:00Z', 'reason' => 'x'])
            ->assertSessionHasErrors(['to' => 'The end must be later than the start, and still to come.']);
    }

    public function test_a_range_of_time_has_a_limit(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        foreach (['/funnel?from=1900-01-01', '/funnel?from=2001-01-01', '/alerts?from=1900-01-01', '/?from=tomorrow'] as $path) {
            $this->get($path)->assertStatus(400);
        }
        $this->get('/funnel?from=2026-02-01')->assertOk();
    }

    public function test_what_is_stored_of_a_report_opens_nothing_and_outsiders_do_not_learn_where_everything_stands(): void
    {
        $follow = (string) $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'x'])->headers->get('Location');
        $this->get($follow)->assertOk();
        $token = (string) DB::table('reports')->value('token');
        foreach ([$token, $token.str_repeat('0', 24), substr($follow, 0, -1).'!'] as $guess) {
            $this->get('/report/'.basename($guess))->assertNotFound();
        }
        $this->get('/report')->assertInertia(fn(Shown $page) => $page->where('sites', []));
    }

    public function test_a_name_with_a_line_break_adds_no_header_to_a_mail(): void
    {
        Outbox::put(
            'mail', 'x',
            [
                'to' => "a@example.com\r\nBcc: b@example.com", 'subject' => "Vehicle\r\nBcc: c@example.com\u{2028}lanes",
                'text' => "Two\nlines",
            ],
            now(),
        );
        self::assertSame(
            ['to' => 'a@example.com Bcc: b@example.com', 'subject' => 'Vehicle Bcc: c@example.com lanes', 'text' => "Two\nlines"],
            json_decode((string) DB::table('outbox')->where('key', 'x')->value('payload'), true),
        );
    }

    public function test_of_two_who_make_one_item_at_once_the_second_is_told(): void
    {
        $this->actingAs($this->person('ada-holm'));
        $isThere = false;
        DB::listen(static function (QueryExecuted $query) use (&$isThere): void {
            // Before nobody else can write any more, somebody else writes.
            if (! $isThere && str_contains($query->sql, 'requests_done')) {
                $isThere = true;
                DB::table('items')->insert(['id' => 'pontoon-9', 'name' => 'Theirs', 'kind' => 'host']);
            }
        });
        $mine = ['id' => 'pontoon-9', 'fields' => ['name' => 'Mine', 'kind' => 'host']];
        $this->post('/items', $mine, ['X-Request-Key' => 'mine'])->assertSessionHasErrors('id');
        self::assertSame('Theirs', DB::table('items')->where('id', 'pontoon-9')->value('name'));
    }

    public function test_there_is_no_way_to_stored_files(): void
    {
        self::assertSame(
            [],
            array_values(array_filter(
                array_map(static fn(Route $route): string => $route->uri(), Routes::getRoutes()->getRoutes()),
                static fn(string $uri): bool => str_starts_with($uri, 'storage'),
            )),
        );
    }

    public function test_the_api_describes_itself_and_all_of_its_addresses(): void
    {
        $described = (array) $this->get('/api/v1/openapi.json')
            ->assertOk()->assertHeader('Content-Type', 'application/json')->json('paths');
        foreach (Routes::getRoutes()->getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/v1/')) {
                $operation = $described['/'.substr($route->uri(), 7)][strtolower(Walk::method($route))]
                    ?? self::fail($route->uri().' is not described.');
                self::assertArrayHasKey('operationId', $operation);
            }
        }
    }
}
