<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Incidents\Priorities;
use App\Platform\Journal\Entry;
use App\Platform\Lease;
use Illuminate\Hashing\BcryptHasher;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;
use Tests\TestCase;

final class PlatformTest extends TestCase
{
    public function test_signing_in_waits_longer_each_time_after_ten_failures_of_an_account(): void
    {
        $wrong = ['email' => 'ingrid-vale@eiderholm.example', 'password' => 'guess'];
        $try = fn(string $password = 'guess', string $from = '192.0.2.1') => $this->withServerVariables(['REMOTE_ADDR' => $from])
            ->from('/sign-in')->post('/sign-in', [...$wrong, 'password' => $password]);
        for ($n = 0; $n < 10; $n++) {
            $try(from: "192.0.2.$n")->assertSessionHasErrors(['email' => 'Email address and password do not belong together.']);
        }
        $try('eiderholm', '198.51.100.1')->assertSessionHasErrors(['email' => 'Too many tries. Wait 30 s, then try again.']);
        $this->later(31);
        $try()->assertSessionHasErrors(['email' => 'Email address and password do not belong together.']);
        $try('eiderholm')->assertSessionHasErrors(['email' => 'Too many tries. Wait 1 min, then try again.']);
        $this->later(61);
        $try('eiderholm')->assertRedirect('/');
        $this->assertAuthenticatedAs($this->person('ingrid-vale'));
        $this->post('/sign-out')->assertRedirect('/sign-in');
        $this->get('/')->assertRedirect('/sign-in');
        self::assertSame(
            [...array_fill(0, 11, 'person.sign_in_failed'), 'person.signed_in', 'person.signed_out'],
            Entry::query()->where('kind', 'like', 'person.sign%')->orderBy('seq')->pluck('kind')->all(),
        );
        self::assertSame(
            [10],
            Entry::query()->where('kind', 'person.sign_in_failed')
                ->orderBy('seq')->get()->filter(static fn(Entry $e): bool => $e->facts['waits'] === true)->keys()
                ->map(static fn(int $i): int => $i + 1)->values()->all(),
        );
    }

    public function test_many_accounts_tried_from_one_address_wait_too_and_nobodys_fill_no_journal(): void
    {
        for ($n = 0; $n < 30; $n++) {
            $this->post(
                '/sign-in', ['email' => "guess-$n@eiderholm.example", 'password' => 'guess'],
            )->assertSessionHasErrors(['email' => 'Email address and password do not belong together.']);
        }
        $this->post('/sign-in', ['email' => 'ingrid-vale@eiderholm.example', 'password' => 'eiderholm'])->assertSessionHasErrors('email');
        $this->assertGuest();
        self::assertSame(1, Entry::query()->where('kind', 'person.sign_in_failed')->count());
        $this->withServerVariables(['REMOTE_ADDR' => '198.51.100.7'])
            ->post('/sign-in', ['email' => 'ingrid-vale@eiderholm.example', 'password' => 'eiderholm'])
            ->assertRedirect('/');
    }

    public function test_an_address_that_nobody_has_takes_the_same_work_as_one_with_a_wrong_password(): void
    {
        $hasher = new class (['rounds' => 4]) extends BcryptHasher
        {
            /** @var list<string> */
            public array $checked = [];

            /** @param  array<array-key, mixed>  $options */
            public function check($value, $hashedValue, array $options = []): bool
            {
                $this->checked[] = substr((string) $hashedValue, 0, 7);

                return false;
            }
        };
        Hash::extend('counting', static fn() => $hasher);
        config()->set('hashing.driver', 'counting');
        foreach (['ingrid-vale@eiderholm.example', 'nobody@eiderholm.example'] as $email) {
            $this->post('/sign-in', ['email' => $email, 'password' => 'guess']);
        }
        self::assertCount(2, $hasher->checked);
        self::assertSame($hasher->checked[0], $hasher->checked[1], 'Of the same cost.');
    }

    public function test_after_fourteen_days_the_password_is_asked_for_anew(): void
    {
        self::assertSame(720, config('session.lifetime'));
        $this->post('/sign-in', ['email' => 'ingrid-vale@eiderholm.example', 'password' => 'eiderholm', 'remember' => '1'])
            ->assertRedirect('/')->assertCookieMissing('remember_web_59ba36addc2b2f9401580f014c7f58ea4e30989d');
        $this->later(14 * 86400 - 5);
        $this->get('/')->assertOk();
        $this->later(10);
        $this->get('/')->assertRedirect('/sign-in');
    }

    public function test_what_is_asked_for_after_the_session_ended_is_refused_in_words_where_they_sign_in(): void
    {
        $this->from('/rota')->post('/incidents', ['title' => 'Lanes down'])->assertRedirect('/sign-in')
            ->assertSessionHasErrors(['action' => 'You are not signed in any more. Nothing was sent: sign in, and send it again.']);
        $this->get('/sign-in')->assertInertia(fn(Shown $page) => $page->has('errors.action'));
        $this->get('/')->assertRedirect('/sign-in');
        $this->get('/sign-in')->assertInertia(fn(Shown $page) => $page->missing('errors.action'));

        // What is refused before who asks is looked at sends them to the page they were on, which sends them on.
        $this->from('/')->post('/report', ['service' => 'vehicle-lanes', 'what' => ''])
            ->assertRedirect('/')->assertSessionHasErrors('what');
        $this->get('/')->assertRedirect('/sign-in');
        $this->get('/sign-in')->assertInertia(fn(Shown $page) => $page->has('errors.what'));
    }

    public function test_passwords_that_are_tried_first_are_refused(): void
    {
        $this->actingAs($this->person('per-strand'));
        foreach (['1234567890', 'Password123', 'basketball12'] as $known) {
            $this->post('/people/noor-lind/password', ['password' => $known])->assertSessionHasErrors('password');
        }
        $this->post('/people/noor-lind/password', ['password' => 'tern lichen gantry'])->assertSessionHasNoErrors();
    }

    public function test_roles_open_what_they_are_for(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->get('/')->assertOk();
        $this->get('/settings/priorities')->assertForbidden()->assertInertia(fn(Shown $page) => $page->component('Platform/Problem'));
        $this->post('/alerts/close', ['alerts' => [1], 'reason' => 'x'])->assertForbidden();
        $this->actingAs($this->person('per-strand'));
        $this->get('/settings/priorities')->assertOk();
    }

    public function test_every_screen_opens(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        foreach ([
            '/' => 'Desk/Watch', '/alerts?show=all' => 'Signals/Alerts', '/alerts/1' => 'Signals/Alert',
            '/incidents?show=all' => 'Incidents/Incidents', '/incidents/409' => 'Incidents/Room',
            '/estate?find=ask' => 'Topology/Estate', '/estate/clk-2' => 'Topology/Item', '/on-call' => 'Rota/OnCall',
            '/report' => 'Updates/Report', '/follow' => 'Updates/Follow',
        ] as $address => $component) {
            $this->get($address)->assertOk()->assertInertia(fn(Shown $page) => $page->component($component));
        }
        $this->get('/status')->assertOk()->assertSee('Service status');
        $this->get('/estate/nothing')->assertNotFound();
    }

    public function test_anything_can_be_found_by_a_part_of_its_name(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $find = fn(string $text): array => array_column($this->getJson('/find?q='.urlencode($text))->assertOk()->json(), 'link');

        self::assertContains('/estate/clk-2', $find('clk-2'));
        self::assertContains('/incidents/409', $find('IN-0409'));
        self::assertContains('/incidents/410', $find('roster pages'));
        self::assertContains('/on-call#lanes', $find('Noor'));
        self::assertSame([], $find('%_'));
    }

    public function test_the_priorities_of_the_organisation_are_edited_and_used(): void
    {
        $this->actingAs($this->person('per-strand'));
        $matrix = Priorities::matrix()->toArray();
        $matrix['priorities']['wide']['now'] = 2;
        $this->post('/settings/priorities', ['matrix' => $matrix, 'version' => 0])->assertSessionHasNoErrors();
        self::assertSame(2, Priorities::matrix()->priority(Impact::Wide, Urgency::Now));

        $this->post('/settings/priorities', ['matrix' => $matrix, 'version' => 0])->assertSessionHasErrors('action');
        $matrix['priorities']['wide']['now'] = 9;
        $this->post('/settings/priorities', ['matrix' => $matrix, 'version' => 1])->assertSessionHasErrors([
            'matrix' => '/priorities/wide/now: Use a whole number from 1 to 4.',
        ]);
    }

    public function test_one_clock_at_a_time_works_and_a_dead_one_is_replaced(): void
    {
        $first = new Lease('clock', 'first');
        $second = new Lease('clock', 'second');
        self::assertTrue($first->hold());
        self::assertFalse($second->hold());
        DB::table('leases')->update(['until' => '2020-01-01 00:00:00.000']);
        self::assertTrue($second->hold());
        self::assertFalse($first->isMine());
        self::assertFalse($first->hold());
        $second->release();
        self::assertTrue($first->hold());
    }

    public function test_a_transaction_holds_the_write_lock_from_its_start(): void
    {
        $other = new \PDO(
            'sqlite:'.DB::getDatabaseName(), null, null, [\PDO::ATTR_TIMEOUT => 0, \PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION],
        );
        DB::transaction(function () use ($other): void {
            DB::transaction(static fn() => DB::table('leases')->count());
            try {
                $other->exec('begin immediate');
                self::fail('Another could begin to write meanwhile.');
            } catch (\PDOException $e) {
                self::assertStringContainsString('locked', $e->getMessage());
            }
        });
        $other->exec('begin immediate');
        $other->exec('rollback');
        self::assertSame(
            [0, 'wal', '2', '1'],
            [
                DB::transactionLevel(),
                ...array_map(
                    static fn(string $pragma): string => (string) DB::scalar("pragma $pragma"),
                    ['journal_mode', 'synchronous', 'foreign_keys'],
                ),
            ],
        );
    }

    public function test_other_systems_tell_reports_with_a_token(): void
    {
        $token = $this->token(['reports:write']);
        $answer = $this->withToken($token)->postJson('/api/v1/reports', ['service' => 'booking', 'what' => 'No tickets']);
        $answer->assertCreated();
        $this->get($answer->json('follow'))->assertInertia(
            fn(Shown $page) => $page->component('Updates/ReportFollow')->where('report.service', 'Booking'),
        );
        $this->withToken($token)->postJson('/api/v1/reports', ['service' => 'nothing'])->assertStatus(422);
    }

    /** A page's own prop with the name of a shared one would take its place without a word: the header would lose who reads. */
    public function test_no_page_takes_the_name_of_what_every_page_is_given(): void
    {
        $rendered = [];
        foreach (glob(base_path('app/*/*.php')) ?: [] as $file) {
            preg_match_all("/Inertia::render\\('([A-Za-z]+\\/[A-Za-z]+)'/", (string) file_get_contents($file), $m);
            $rendered = [...$rendered, ...$m[1]];
        }
        foreach (glob(base_path('app/*/*/*.php')) ?: [] as $file) {
            preg_match_all("/Inertia::render\\('([A-Za-z]+\\/[A-Za-z]+)'/", (string) file_get_contents($file), $m);
            $rendered = [...$rendered, ...$m[1]];
        }
        self::assertGreaterThan(20, count(array_unique($rendered)));
        foreach (array_unique($rendered) as $page) {
            $text = (string) file_get_contents(resource_path("js/pages/$page.vue"));
            $props = preg_match('/defineProps<\{(.*?)\n\}>\(\)/s', $text, $m) === 1 ? $m[1] : '';
            preg_match_all('/^  ([A-Za-z]+)\??:/m', $props, $names);
            self::assertSame(
                [],
                array_values(array_intersect(
                    $names[1],
                    [
                        'organisation', 'demo', 'standInsUrl', 'now', 'me', 'live', 'band', 'clocks', 'laterClocks', 'trouble', 'framed',
                        'errors',
                    ],
                )),
                $page,
            );
        }
    }
}
