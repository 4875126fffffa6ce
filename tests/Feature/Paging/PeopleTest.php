<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Paging\Call;
use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Paging\ReachPeople;
use App\Platform\Person;
use App\Rota\Rota;
use App\Signals\Alert;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** How people say that they are reached, and what becomes of it. */
final class PeopleTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
    }

    /** @return array{contacts: list<array<string, mixed>>, rules: list<mixed>} */
    private function kept(string $id): array
    {
        $person = Person::query()->with('contacts')->findOrFail($id);

        return [
            'contacts' => array_values($person->contacts->map(static fn($c): array => [
                'channel' => $c->channel, 'address' => $c->address, 'after' => $c->after_seconds,
            ])->all()),
            'rules' => $person->reach_rules,
        ];
    }

    /** @return array<string, mixed> */
    private static function night(string $channel = 'voice'): array
    {
        return [
            'urgencies' => ['now'],
            'hours' => ['days' => ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'], 'from' => '22:00', 'to' => '07:00'],
            'contacts' => [['channel' => $channel, 'after' => 0]],
        ];
    }

    public function test_whoever_has_left_is_offered_for_turns_no_more(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $this->person('jonas-solberg')->update(['left_at' => now()]);
        $offered = static fn(Collection $people): array => $people->pluck('name')
            ->filter(static fn(string $name): bool => str_starts_with($name, 'Jonas Solberg'))->values()->all();

        $this->get('/on-call/lanes')->assertInertia(fn(Shown $page) => $page->where(
            'people', fn(Collection $people): bool => $offered($people) === [],
        ));
        $this->get('/on-call/quay/layers')->assertInertia(fn(Shown $page) => $page->where(
            'people', fn(Collection $people): bool => $offered($people) === [],
        ));
        // A layer that still names them says so.
        $this->get('/on-call/lanes/layers')->assertInertia(fn(Shown $page) => $page->where(
            'people', fn(Collection $people): bool => $offered($people) === ['Jonas Solberg (has left)'],
        ));
    }

    public function test_somebody_changes_how_they_are_reached_and_calls_go_by_it(): void
    {
        $was = $this->kept('noor-lind');
        $this->actingAs($this->person('noor-lind'))
            ->post('/people/noor-lind/reach', [...$was, 'rules' => [self::night()], 'version' => 1])
            ->assertSessionHasNoErrors();
        $ways = fn(string $urgency, string $time): array => array_column(
            ReachPeople::of(
                Person::query()->with('contacts')->findOrFail('noor-lind'), $urgency,
                \Carbon\CarbonImmutable::parse($time, 'Europe/Oslo')->getTimestamp(),
            ),
            'channel',
        );

        self::assertSame(['voice'], $ways('now', '2026-03-03 23:10'));
        self::assertSame(['push', 'text', 'voice'], $ways('later', '2026-03-03 23:10'));
        self::assertSame(['push', 'text', 'voice'], $ways('now', '2026-03-03 12:00'));
        $this->get('/people/noor-lind')->assertInertia(
            fn(Shown $page) => $page->component('Paging/Person')
                ->where('rules.0.hours.from', '22:00')->where('mayEdit', true)
                ->where('present.0.ways.0.channel', 'push'),
        );

        $this->later(14 * 3600);
        $this->actingAs($this->person('ingrid-vale'));
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'Clock',
                'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
            ],
        );
        $this->post(
            '/incidents/'.Call::query()->firstOrFail()->occasion->record_id.'/calls',
            ['whom' => ['person:noor-lind'], 'why' => 'knows the lanes'],
        );
        self::assertSame(['voice'], Page::query()->where('person_id', 'noor-lind')->pluck('channel')->all());
    }

    public function test_bad_input_is_told_and_loses_nothing(): void
    {
        $was = $this->kept('noor-lind');
        $this->actingAs($this->person('noor-lind'));
        $post = fn(array $change) => $this->post('/people/noor-lind/reach', [...$was, 'version' => 1, ...$change]);
        $post(['contacts' => [['channel' => 'push', 'address' => '', 'after' => 0]]])->assertSessionHasErrors('contacts.0.address');
        $post(['contacts' => [
            ['channel' => 'push', 'address' => 'a', 'after' => 0], ['channel' => 'push', 'address' => 'b', 'after' => 0],
        ]])->assertSessionHasErrors('contacts.0.channel');
        $post(['contacts' => [['channel' => 'pigeon', 'address' => 'a', 'after' => 0]]])->assertSessionHasErrors('contacts.0.channel');
        $post(['rules' => [self::night('chat')]])->assertSessionHasErrors('action');
        $post(['rules' => [[...self::night(), 'contacts' => []]]])->assertSessionHasErrors('rules.0.contacts');
        $post(['version' => 2])->assertSessionHasErrors('action');
        $post(['version' => 0])->assertSessionHasErrors('action');
        $this->actingAs($this->person('mika-sund'))->post('/people/noor-lind/reach', [...$was, 'version' => 1])->assertForbidden();
        self::assertSame($was, $this->kept('noor-lind'));
    }

    public function test_a_test_page_to_oneself_goes_the_whole_way(): void
    {
        $this->token(['deliveries:write'], name: 'gateway');
        $this->actingAs($this->person('noor-lind'));
        foreach ([1, 2] as $click) {
            $this->post('/people/noor-lind/test', ['channel' => 'text'], ['X-Request-Key' => 'once']);
        }
        $this->deliver();
        $page = Page::query()->where('kind', 'test')->sole();
        Http::assertSent(static fn(Request $sent): bool => $sent['channel'] === 'text' && str_contains((string) $sent['text'], 'A test'));
        $this->get($page->link())->assertInertia(fn(Shown $shown) => $shown->component('Paging/TestPage'));
        self::assertSame(["page:$page->id"], self::entriesOf(PagingEntry::PageDelivered));
        $this->withToken('plain-gateway')
            ->postJson('/api/v1/deliveries', ['key' => "page-$page->id", 'event' => 'answered', 'text' => 'yes'])
            ->assertJsonPath('understood', true);
        $this->get('/people/noor-lind')->assertInertia(
            fn(Shown $shown) => $shown->where('tests.0.channel', 'text')->whereNot('tests.0.answered_at', null),
        );
        $this->post('/people/noor-lind/test', ['channel' => 'chat'])->assertSessionHasErrors('action');
        self::assertSame(['person:noor-lind'], self::entriesOf(PagingEntry::PageTested));
    }

    public function test_numbers_are_for_those_who_look_after_them(): void
    {
        foreach (['noor-lind' => false, 'ingrid-vale' => true] as $who => $isHidden) {
            $this->actingAs($this->person($who))
                ->get('/people/noor-lind')
                ->assertInertia(fn(Shown $page) => $page->where('contacts.0.channel', 'push')->where(
                    'contacts.0.address', fn(string $address): bool => ($address === '') === $isHidden,
                ));
        }
    }

    public function test_who_may_not_be_reached_is_listed(): void
    {
        Person::query()->findOrFail('ada-holm')->contacts()->where('channel', '!=', 'push')->delete();
        $this->actingAs($this->person('ingrid-vale'))->get('/people')->assertInertia(fn(Shown $page) => $page->component('Paging/People')
            ->where(
                'people',
                static fn(Collection $people): bool =>
                    $people->firstWhere('id', 'ada-holm')['doubts'] === ['can be reached in one way only, push']
                        && $people->firstWhere('id', 'noor-lind')['doubts'] === [],
            ));
    }

    public function test_an_administrator_adds_people_who_can_be_paged(): void
    {
        $new = [
            'name' => 'Kai Storm', 'email' => 'kai@eiderholm.example', 'team' => 'lanes', 'roles' => ['responder'],
            'time_zone' => 'Europe/Oslo', 'password' => null,
        ];
        $this->actingAs($this->person('ingrid-vale'))->post('/people', $new)->assertForbidden();
        $this->actingAs($this->admin());
        $this->post('/people', [...$new, 'time_zone' => 'Mars/North'])->assertSessionHasErrors('time_zone');
        $this->post('/people', $new)->assertRedirect('/people/kai-storm');
        $this->post('/people', $new)->assertSessionHasErrors('email');
        $this->post('/people', [...$new, 'email' => 'kai2@eiderholm.example'])->assertRedirect('/people/kai-storm-2');
        self::assertSame(['mail'], Person::query()->with('contacts')->findOrFail('kai-storm')->contacts->pluck('channel')->all());
    }

    public function test_who_leaves_in_the_middle_of_a_turn_is_called_no_more_and_the_next_is_at_once(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'Clock',
                'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
            ],
        );
        $gone = Page::query()->sole()->person_id;
        $this->later(20);
        $this->actingAs($this->admin())->post("/people/$gone/leave")->assertSessionHasNoErrors();
        self::assertNotSame($gone, Page::query()->latest('ordinal')->firstOrFail()->person_id);
        $this->get("/people/$gone")->assertInertia(
            fn(Shown $page) => $page->where('rotas.0.id', 'platform')->whereNot('person.left', null),
        );

        // The rota still names them: a call goes to the next step, and the dry run says so.
        $this->postJson(
            '/policies/platform/dry-run',
            [
                'rounds' => 1,
                'steps' => [
                    ['targets' => ['rota:platform'], 'wait_seconds' => 60],
                    ['targets' => ['person:noor-lind'], 'wait_seconds' => 60],
                ],
            ],
        )
            ->assertJsonPath('nobody', ['step 1 of round 1'])->assertJsonPath('pages.0.name', 'Noor Lind');
        self::assertTrue(Rota::query()->findOrFail('platform')->names($gone));
        $this->actingAs(Person::query()->findOrFail($gone))->get('/people')->assertForbidden();
        $this->later(3600);
        $this->clock();
        $this->deliver();
        Http::assertNotSent(static fn(Request $sent): bool => $sent['person'] === Person::query()->find($gone)?->name);
    }

    private function admin(): Person
    {
        return Person::query()
            ->get()
            ->first(static fn(Person $p): bool => in_array('administrator', $p->roles, true)) ?? throw new \LogicException;
    }
}
