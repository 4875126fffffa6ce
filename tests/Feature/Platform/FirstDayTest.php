<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Incidents\Incident;
use App\Paging\Page;
use App\Platform\Person;
use App\Signals\Alert;
use App\Signals\Live\RuleSets;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

/** An organisation begins with nothing but an empty database. */
final class FirstDayTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        // The file is emptied: what an open connection still has beside it would not fit any more.
        DB::disconnect();
        Artisan::call('migrate:fresh', ['--force' => true]);
        RuleSets::forget();
        DB::statement('pragma foreign_keys = on');
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        Artisan::call(
            'skarvo:person',
            ['email' => 'me@firm.example', '--name' => 'Me First', '--role' => ['administrator', 'coordinator'], '--zone' => 'Europe/Oslo'],
        );
        $this->post('/sign-in', ['email' => 'me@firm.example', 'password' => trim(Artisan::output())])->assertSessionHasNoErrors();
    }

    public function test_every_screen_opens_with_nothing_in_it(): void
    {
        foreach ([
            '/', '/alerts', '/incidents', '/estate', '/truth', '/scans', '/imports', '/types', '/what-if', '/reach', '/on-call',
            '/handovers', '/fairness', '/people', '/people/me-first', '/status', '/report', '/settings/priorities', '/funnel',
            '/rules', '/quiet', '/sources', '/find?q=x',
        ] as $path) {
            $this->get($path)->assertOk();
        }
        self::assertSame(0, Artisan::call('skarvo:oncall'));
        $this->clock();
        $this->deliver();
    }

    public function test_from_nothing_to_the_first_page_that_is_answered(): void
    {
        $ok = function (string $path, array $input): void {
            $this->post($path, $input)->assertSessionHasNoErrors();
        };
        $ok('/teams', ['name' => 'Desk']);
        $ok(
            '/people',
            ['name' => 'Bo Ek', 'email' => 'bo@firm.example', 'team' => 'desk', 'roles' => ['responder'], 'time_zone' => 'Europe/Oslo'],
        );
        $ok('/rotas', ['id' => 'desk', 'name' => 'Desk on call', 'team' => 'desk', 'time_zone' => 'Europe/Oslo']);
        $ok(
            '/on-call/desk/layers',
            ['layers' => [['name' => 'weekly', 'people' => ['bo-ek'], 'starts' => '2026-03-02T09:00', 'shift' => 'P1W']], 'version' => 1],
        );
        $ok(
            '/policies/desk',
            [
                'name' => 'Always', 'rounds' => 2, 'steps' => [['targets' => ['rota:desk'], 'wait_seconds' => 300]],
                'service_id' => null, 'urgencies' => [], 'hours' => null, 'patience_seconds' => 900, 'answer_seconds' => 300,
            ],
        );
        $ok(
            '/items',
            [
                'id' => 'shop', 'fields' => ['name' => 'Shop', 'kind' => 'service', 'team' => 'desk', 'tier' => '1'],
                'needs' => '', 'why' => '',
            ],
        );
        $ok(
            '/items',
            ['id' => 'shop-db', 'fields' => ['name' => 'Shop database', 'kind' => 'host', 'team' => 'desk'], 'needs' => '', 'why' => ''],
        );
        $ok('/estate/shop/change', ['fields' => [], 'was' => [], 'needs' => 'shop-db', 'needs_was' => '', 'why' => '']);
        Artisan::call('skarvo:token', ['name' => 'monitor', '--ability' => ['signals:write']]);
        $this->withToken(trim(Artisan::output()))->postJson('/api/v1/signals', [self::firing('shop-db')])->assertStatus(202);
        $this->takeSignals();
        $alert = Alert::query()->sole();
        $this->actingAs(Person::query()->findOrFail('me-first'));
        $ok(
            '/incidents',
            [
                'alerts' => [$alert->id], 'title' => 'The shop is down', 'service' => 'shop', 'impact' => 'wide',
                'urgency' => 'now', 'team' => 'desk',
            ],
        );
        $incident = Incident::query()->sole();
        $this->get("/incidents/$incident->id")->assertOk();
        $this->deliver();

        self::assertCount(
            1,
            Http::recorded(
                static fn(Request $sent): bool =>
                    $sent['channel'] === 'mail' && $sent['to'] === 'bo@firm.example' && str_contains($sent['text'], 'The shop is down'),
            ),
        );
        $page = Page::query()->sole();
        $this->get($page->link())->assertOk();
        $this->answer($page, 'yes')->assertSessionHasNoErrors();
        self::assertSame('yes', $page->refresh()->answer);
        foreach ([
            '/', '/on-call', '/on-call/desk', '/policies/desk', '/estate/shop', '/reach?items=shop-db', "/alerts/$alert->id",
            '/handovers', '/fairness',
        ] as $path) {
            $this->get($path)->assertOk();
        }
    }
}
