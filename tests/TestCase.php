<?php

declare(strict_types=1);

namespace Tests;

use App\Desk\ShareWithEveryPage;
use App\Paging\Page;
use App\Platform\ApiToken;
use App\Platform\Contracts\EntryKind;
use App\Platform\Lease;
use App\Platform\Person;
use App\Signals\Live\RuleSets;
use App\Signals\TakeSignals;
use App\Tickets\LookAtTickets;
use Carbon\CarbonImmutable;
use Database\Seeders\EiderholmBareSeeder;
use Illuminate\Foundation\Testing\TestCase as Base;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Testing\TestResponse;
use Symfony\Component\HttpFoundation\Response;
use Tests\Walks\Described;

/** Each test has the estate of Eiderholm Line in a real SQLite file of its own, at a quiet Tuesday's 08:00 UTC. */
abstract class TestCase extends Base
{
    private static ?string $template = null;

    private string $file = '';

    protected function setUp(): void
    {
        CarbonImmutable::setTestNow('2026-03-03T08:00:00Z');
        \Illuminate\Support\Carbon::setTestNow('2026-03-03T08:00:00Z');
        $this->file = sys_get_temp_dir().'/skarvo-test-'.getmypid().'-'.bin2hex(random_bytes(4)).'.sqlite';
        putenv("DB_DATABASE=$this->file");
        $_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = $this->file;
        if (self::$template !== null) {
            copy(self::$template, $this->file);
        } else {
            touch($this->file);
        }
        parent::setUp();
        config()->set('skarvo.public_page.folder', "$this->file-status-page");
        RuleSets::forget();
        LookAtTickets::forget();
        if (self::$template === null) {
            Artisan::call('migrate', ['--force' => true]);
            Artisan::call('db:seed', ['--class' => EiderholmBareSeeder::class, '--force' => true]);
            self::$template = sys_get_temp_dir().'/skarvo-test-'.getmypid().'-template.sqlite';
            DB::statement("vacuum into '".self::$template."'");
            register_shutdown_function(static fn() => @unlink((string) self::$template));
        }
        $this->withoutVite();
    }

    protected function tearDown(): void
    {
        DB::disconnect();
        File::deleteDirectory("$this->file-status-page");
        parent::tearDown();
        array_map(unlink(...), glob("$this->file*") ?: []);
    }

    protected function person(string $id): Person
    {
        return Person::query()->findOrFail($id);
    }

    /**
     * Whatever the API answers in any test is held to its description.
     *
     * @param  array<array-key, mixed>  $parameters
     * @param  array<array-key, mixed>  $cookies
     * @param  array<array-key, mixed>  $files
     * @param  array<array-key, mixed>  $server
     * @return TestResponse<Response>
     */
    public function call($method, $uri, $parameters = [], $cookies = [], $files = [], $server = [], $content = null): TestResponse
    {
        $response = parent::call($method, $uri, $parameters, $cookies, $files, $server, $content);
        $wrong = Described::wrong(Request::create($this->prepareUrlForRequest($uri), $method), $response->baseResponse);
        self::assertNull($wrong, "$method $uri: $wrong");

        return $response;
    }

    /** A prop that a page asks for once it stands. */
    protected function deferred(string $address, string $component, string $prop): mixed
    {
        return $this->get($address, [
            'X-Inertia' => 'true', 'X-Inertia-Partial-Component' => $component, 'X-Inertia-Partial-Data' => $prop,
            'X-Inertia-Version' => (string) app(ShareWithEveryPage::class)->version(Request::create('/')),
        ])->assertOk()->json("props.$prop");
    }

    /** What stands around every page: the band, the clocks. */
    protected function around(string $prop): mixed
    {
        return $this->deferred('/', 'Desk/Watch', $prop);
    }

    /** @param  list<string>  $abilities */
    protected function token(array $abilities = ['signals:write'], ?CarbonImmutable $expires = null, string $name = 'probe'): string
    {
        $plain = "plain-$name";
        ApiToken::query()->create([
            'name' => $name, 'hash' => ApiToken::hashOf($plain), 'abilities' => $abilities, 'created_at' => now(),
            'expires_at' => $expires,
        ]);

        return $plain;
    }

    /**
     * @param  list<array<string, mixed>>  $signals
     * @return TestResponse<Response>
     */
    protected function signal(array $signals): TestResponse
    {
        $token = ApiToken::query()->exists() ? 'plain-probe' : $this->token();

        return $this->withToken($token)->postJson('/api/v1/signals', $signals);
    }

    /** @return array<string, mixed> */
    protected static function firing(string $item, string $level = 'critical', string $check = 'state'): array
    {
        return [
            'source' => 'probe', 'item' => $item, 'check' => $check, 'condition' => 'firing', 'level' => $level,
            'summary' => "$item: $check",
        ];
    }

    /** Does what the clock does about signals, once. */
    /** @return list<string> the subjects of the entries of a kind, as kind:id, in the order in which they were written */
    protected static function entriesOf(EntryKind $kind): array
    {
        $entries = DB::table('journal')->where('kind', $kind)->orderBy('seq')->get(['subject_kind', 'subject_id']);

        return array_values($entries->map(static fn(\stdClass $one): string => "$one->subject_kind:$one->subject_id")->all());
    }

    protected function takeSignals(): int
    {
        return app(TakeSignals::class)(static fn(): bool => true);
    }

    protected function clock(): void
    {
        // A run before this one may have been stopped in mid-air, as a process would be.
        (new Lease('clock', 'none'))->release();
        DB::table('leases')->delete();
        Artisan::call('skarvo:clock', ['--once' => true]);
    }

    /**
     * What outsiders read on the status page.
     *
     * @return array{services: list<array<string, mixed>>, open: list<array<string, mixed>>, past: list<array<string, mixed>>}
     */
    protected function outside(): array
    {
        return json_decode((string) $this->get('/status/index.json')->assertOk()->getContent(), true, 20, JSON_THROW_ON_ERROR);
    }

    /** As what a service is shown to them. */
    protected function outsideState(string $name): ?string
    {
        $services = array_column($this->outside()['services'], null, 'name');
        self::assertArrayHasKey($name, $services);

        return $services[$name]['state'];
    }

    /** As in an estate in which nobody answers for services: only who follows is told. */
    protected function nobodyAnswers(): void
    {
        DB::table('items')->where('kind', 'service')->update(['business_owner_id' => null, 'attributes' => '{}']);
    }

    /** Sends what is due in the outbox, as the sender does. */
    protected function deliver(): void
    {
        DB::table('leases')->delete();
        Artisan::call('skarvo:sender', ['--once' => true]);
    }

    /**
     * A person answers on the device that got the page: the link the first time, then what the device keeps of it.
     *
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    protected function answer(Page $page, string $answer, array $more = []): TestResponse
    {
        return $this->withCookie(
            "page_$page->id", $page->refresh()->used_at === null ? '' : hash('sha256', $page->token),
        )->post($page->link(), ['answer' => $answer, ...$more]);
    }

    protected function later(int $seconds): void
    {
        $now = CarbonImmutable::instance(now())->addSeconds($seconds);
        CarbonImmutable::setTestNow($now);
        \Illuminate\Support\Carbon::setTestNow($now);
    }
}
