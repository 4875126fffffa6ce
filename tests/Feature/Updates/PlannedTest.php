<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Updates\Following\AudienceOf;
use App\Updates\Following\Noticed;
use App\Updates\Following\Subscription;
use App\Updates\Planned\PlannedWork;
use App\Updates\Planned\TellPlanned;
use App\Updates\Update;
use App\Updates\UpdateEntry;
use Illuminate\Http\Client\Request as Sent;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\TestWith;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\Reader;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Planned\PlanStage;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** Planned work is announced ahead to those whom it affects, told again, withdrawn, and becomes an incident where it takes longer. */
final class PlannedTest extends TestCase
{
    /** It begins in four hours, and lasts one. */
    private const FROM = 14_400;

    private const TO = 18_000;

    private int $quiet;

    protected function setUp(): void
    {
        parent::setUp();
        foreach (['mail', 'text', 'chat'] as $name) {
            config()->set("skarvo.gateways.$name", "http://devices.test/{$name}s");
        }
        Http::fake(['*' => Http::response(['ok' => true])]);
        $this->nobodyAnswers();
        $this->actingAs($this->person('ingrid-vale'));
        $this->post('/quiet', [
            'items' => ['clk-2'], 'with_dependents' => true, 'from' => now()->addSeconds(self::FROM)->toIso8601String(),
            'to' => now()->addSeconds(self::TO)->toIso8601String(), 'reason' => 'New antenna for clk-2',
        ], ['X-Request-Key' => 'quiet'])->assertSessionHasNoErrors();
        $this->quiet = (int) DB::table('quiet_times')->max('id');
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function announce(array $more = []): TestResponse
    {
        return $this->post("/quiet/$this->quiet/announce", ['before' => 'Bring cash', ...$more], ['X-Request-Key' => uniqid()]);
    }

    private function work(): PlannedWork
    {
        return PlannedWork::query()->sole();
    }

    private function look(): void
    {
        (new TellPlanned)(static fn(): bool => true);
        $this->deliver();
    }

    /** @return list<array<string, mixed>> what went to an address of the outside world */
    private function sent(string $name): array
    {
        return array_values(Http::recorded(static fn(Sent $one): bool => $one->url() === "http://devices.test/$name")
            ->map(static fn(array $one): array => (array) $one[0]->data())->all());
    }

    public function test_what_it_takes_down_follows_from_the_trace_and_is_told_to_those_who_follow_it(): void
    {
        $this->getJson("/quiet/$this->quiet/announce")->assertOk()
            ->assertJsonPath('services.0', ['name' => 'Vehicle lanes', 'state' => 'down']);
        Subscription::factory()->at(Channel::Mail, 'lanes@ferry.example')->create(['services' => ['Vehicle lanes'], 'language' => 'no']);
        Subscription::factory()->at(Channel::Mail, 'freight@ferry.example')->create(['services' => ['Freight papers']]);
        Subscription::factory()->at(Channel::Text, '+4790000000')->create();
        Subscription::factory()->at(Channel::Chat, '#terminals')->create();
        $partner = Subscription::factory()->at(Channel::Webhook, 'https://partner.example/in')->create();
        $this->announce()->assertSessionHasNoErrors();
        $this->announce()->assertSessionHasErrors(['action' => 'It was announced meanwhile.']);
        $this->look();
        $this->look();

        self::assertSame(['lanes@ferry.example'], array_column($this->sent('mails'), 'to'), 'Each once, and nobody else.');
        $mail = $this->sent('mails')[0];
        self::assertSame('Planlagt arbeid: Vehicle lanes', $mail['subject']);
        self::assertStringContainsString('Vehicle lanes: ikke tilgjengelig. Før det begynner: Bring cash.', (string) $mail['text']);
        self::assertStringContainsString('/planned.ics', (string) $mail['text']);
        self::assertStringStartsWith('Planned work from 13:00 CET until 14:00 CET', (string) $this->sent('texts')[0]['text']);
        self::assertSame('#terminals', $this->sent('chats')[0]['channel']);
        $hook = Http::recorded(static fn(Sent $one): bool => $one->url() === 'https://partner.example/in')->sole()[0];
        self::assertSame('planned.announced', $hook['type']);
        self::assertTrue($hook->hasHeader('webhook-id', "planned-{$this->work()->id}-announced-$partner->id"));
        self::assertSame(4, DB::table('planned_deliveries')->whereNotNull('sent_at')->count());
    }

    public function test_it_is_told_again_two_hours_before_and_that_it_is_over(): void
    {
        Subscription::factory()->at(Channel::Mail, 'lanes@ferry.example')->create();
        $this->announce()->assertSessionHasNoErrors();
        $this->look();
        $this->later(self::FROM - 7201);
        $this->look();
        self::assertCount(1, $this->sent('mails'));
        $this->later(1);
        $this->look();
        $this->look();
        self::assertSame('Planned work on Vehicle lanes begins soon', $this->sent('mails')[1]['subject']);
        $this->later(7200);
        $this->look();
        self::assertCount(2, $this->sent('mails'));
        $this->later(3600);
        $this->look();
        $this->look();
        self::assertSame(['Planned work on Vehicle lanes is done', 3], [$this->sent('mails')[2]['subject'], count($this->sent('mails'))]);
        self::assertSame(PlanStage::Over, $this->work()->stage);
        self::assertSame(
            ['planned.announced', 'planned.over', 'planned.told-again'],
            Entry::query()->where('kind', 'like', 'planned.%')->orderBy('kind')->pluck('kind')->all()
        );
        self::assertSame(0, Incident::query()->where('title', 'like', 'Planned work%')->count());
    }

    #[TestWith(['withdraw'])]
    #[TestWith(['drop'])]
    public function test_work_that_does_not_take_place_is_withdrawn_once(string $how): void
    {
        Subscription::factory()->at(Channel::Mail, 'lanes@ferry.example')->create();
        $this->announce();
        $this->look();
        // Who follows something else by now still hears that it does not take place; who comes later does not.
        Subscription::query()->update(['services' => '["Booking"]']);
        Subscription::factory()->at(Channel::Mail, 'new@ferry.example')->create();
        foreach ([1, 2] as $_) {
            $this->post($how === 'withdraw' ? "/planned/{$this->work()->id}/withdraw" : "/quiet/$this->quiet/end")
                ->assertSessionHasNoErrors();
        }
        if ($how === 'withdraw') {
            $this->announce()->assertSessionHasErrors([
                'action' => 'People were told that it does not take place. Set a quiet time of its own for it, and announce that.',
            ]);
        }
        $this->look();
        $this->look();
        self::assertSame(
            [
                ['lanes@ferry.example', 'Planned work on Vehicle lanes'],
                ['lanes@ferry.example', 'Planned work on Vehicle lanes does not take place'],
            ],
            array_map(static fn(array $one): array => [$one['to'], $one['subject']], $this->sent('mails')),
        );
        $this->later(self::TO);
        $this->look();
        self::assertCount(2, $this->sent('mails'));
        $this->get('/status/index.html')->assertDontSee('What is planned');
        self::assertCount(1, self::entriesOf(UpdateEntry::WorkWithdrawn));
    }

    public function test_what_is_not_urgent_waits_as_somebody_wants_unless_it_would_come_too_late(): void
    {
        $hour = static fn(int $hours): int => (int) (now()->setTimezone('Europe/Oslo')->format('G') + $hours) * 3600;
        Subscription::factory()->at(Channel::Mail, 'soon@ferry.example')->create(['digest_at' => $hour(2)]);
        Subscription::factory()->at(Channel::Mail, 'late@ferry.example')->create(['digest_at' => $hour(6)]);
        $this->announce();
        $this->look();
        self::assertSame(['late@ferry.example'], array_column($this->sent('mails'), 'to'));
        // What turned out otherwise meanwhile is told to nobody who never heard of it.
        $this->post("/planned/{$this->work()->id}/withdraw")->assertSessionHasNoErrors();
        $this->look();
        $this->later(2 * 86400);
        $this->look();
        self::assertSame(['late@ferry.example', 'late@ferry.example'], array_column($this->sent('mails'), 'to'));
    }

    public function test_who_leaves_while_it_is_on_its_way_gets_it_no_more(): void
    {
        $one = Subscription::factory()->at(Channel::Mail, 'lanes@ferry.example')->create();
        $this->announce();
        (new TellPlanned)(static fn(): bool => true);
        $this->post("/follow/{$one->key()}/stop")->assertSessionHasNoErrors();
        $this->deliver();
        self::assertSame([], $this->sent('mails'));
        self::assertSame(0, DB::table('planned_deliveries')->whereNotNull('sent_at')->count());
    }

    public function test_who_answers_for_what_is_hit_is_told_once_whether_they_follow_or_not(): void
    {
        DB::table('items')->where('id', 'vehicle-lanes')->update(['business_owner_id' => 'ada-holm']);
        $this->announce();
        $this->look();
        $this->look();
        self::assertSame(['ada-holm@eiderholm.example'], array_column($this->sent('mails'), 'to'));
        self::assertStringContainsString('answer for a service', (string) $this->sent('mails')[0]['text']);
        // Once they follow it, they are told as that.
        Subscription::factory()->at(Channel::Mail, 'ada-holm@eiderholm.example')->create(['person_id' => 'ada-holm']);
        $this->later(self::FROM - 7200);
        $this->look();
        self::assertCount(2, $this->sent('mails'));
    }

    public function test_each_hears_of_the_kind_that_they_chose_and_whoever_answers_for_it_in_any_case(): void
    {
        foreach (['all', 'incidents', 'planned'] as $about) {
            $this->post('/follow', ['channel' => 'mail', 'address' => "$about@ferry.example", 'about' => $about])
                ->assertSessionHasNoErrors();
            $one = Subscription::query()->latest('id')->firstOrFail();
            $this->post("/follow/{$one->key()}/confirm");
            $this->get("/follow/{$one->key()}")->assertInertia(static fn(Shown $page) => $page->where('following.about', $about));
        }
        $this->post('/follow', ['channel' => 'mail', 'address' => 'x@ferry.example', 'about' => 'weather'])
            ->assertSessionHasErrors('about');
        DB::table('items')->where('id', 'vehicle-lanes')->update(['business_owner_id' => 'ada-holm']);
        Subscription::factory()->at(Channel::Mail, 'ada-holm@eiderholm.example')
            ->create(['person_id' => 'ada-holm', 'about' => 'incidents']);
        Subscription::factory()->at(Channel::Chat, '#terminals')->create(['services' => ['Vehicle lanes']]);
        Subscription::factory()->at(Channel::Chat, '#booking')->create(['services' => ['Booking']]);
        // Before anybody is told it is seen who would be.
        $this->getJson("/quiet/$this->quiet/announce")->assertOk()->assertJsonPath('told.channels', ['chat' => 1, 'mail' => 2])
            ->assertJsonPath('told.owners', [$this->person('ada-holm')->name]);
        $this->announce();
        $this->look();
        $told = array_column(
            array_filter($this->sent('mails'), static fn(array $one): bool => str_starts_with((string) $one['subject'], 'Planned work')),
            'to'
        );
        sort($told);
        self::assertSame(['ada-holm@eiderholm.example', 'all@ferry.example', 'planned@ferry.example'], $told);
    }

    public function test_whoever_answers_for_it_and_followed_it_hears_its_end_once_though_they_follow_other_things_by_now(): void
    {
        DB::table('items')->where('id', 'vehicle-lanes')->update(['business_owner_id' => 'ada-holm']);
        $own = Subscription::factory()->at(Channel::Mail, 'ada-holm@eiderholm.example')->create(['person_id' => 'ada-holm']);
        $this->announce();
        $this->look();
        $own->update(['services' => ['Booking']]);
        $this->post("/planned/{$this->work()->id}/withdraw")->assertSessionHasNoErrors();
        $this->look();
        self::assertSame(
            ['Planned work on Vehicle lanes', 'Planned work on Vehicle lanes does not take place'],
            array_column($this->sent('mails'), 'subject')
        );
    }

    public function test_of_two_services_under_one_name_the_more_important_counts(): void
    {
        $row = (array) DB::table('items')->where('id', 'vehicle-lanes')->first();
        DB::table('items')->insert([...$row, 'id' => 'zz-lanes', 'name' => 'Old lanes', 'tier' => 4]);
        Subscription::factory()->at(Channel::Mail, 'first@ferry.example')->create(['tier' => 1]);
        $this->announce();
        $this->look();
        self::assertSame(['first@ferry.example'], array_column($this->sent('mails'), 'to'));
    }

    public function test_a_service_that_only_loses_its_spare_is_not_announced(): void
    {
        DB::table('quiet_times')->where('id', $this->quiet)->update(['items' => '["manifest-db-2"]']);
        $this->getJson("/quiet/$this->quiet/announce")->assertJsonPath('services', [])->assertJsonPath('told', null);
        $this->announce()->assertSessionHasErrors('action');
    }

    public function test_what_has_begun_is_neither_announced_nor_withdrawn(): void
    {
        $this->announce();
        $this->later(self::FROM);
        $this->post("/planned/{$this->work()->id}/withdraw")->assertSessionHasErrors('action');
        DB::table('planned_tellings')->delete();
        PlannedWork::query()->delete();
        $this->announce()->assertSessionHasErrors('action');
        $this->post('/quiet/999999/announce', ['before' => ''])->assertSessionHasErrors('action');
    }

    public function test_work_that_takes_longer_becomes_an_incident_of_which_people_are_told(): void
    {
        Subscription::factory()->at(Channel::Mail, 'lanes@ferry.example')->create(['about' => 'planned']);
        Subscription::factory()->at(Channel::Mail, 'trouble@ferry.example')->create(['about' => 'incidents']);
        $this->announce();
        $this->look();
        $this->later(self::FROM + 60);
        $this->signal([self::firing('clk-2', 'critical')]);
        $this->takeSignals();
        $this->later(self::TO - self::FROM - 60 + 299);
        $this->look();
        self::assertNull($this->work()->incident_id, 'Monitors are given a moment.');
        $this->later(1);
        $this->look();
        $this->look();
        $incident = Incident::query()->findOrFail($this->work()->incident_id);
        self::assertCount(1, self::entriesOf(UpdateEntry::WorkOverran));
        self::assertSame(
            ['Planned work takes longer: New antenna for clk-2', 'vehicle-lanes', 'fixing'],
            [$incident->title, $incident->service_id, $incident->stage->value]
        );
        $update = Update::query()->where('incident_id', $incident->id)->sole();
        self::assertContains("incident:$incident->id", self::entriesOf(UpdateEntry::UpdatePublished));
        self::assertSame(
            ['The planned work takes longer than planned. Vehicle lanes: not available.', [['name' => 'Vehicle lanes', 'state' => 'down']]],
            [$update->text, $update->services]
        );
        self::assertNotNull($incident->occasion->next_update_at, 'The next update is owed.');
        $told = AudienceOf::all(Noticed::by($update));
        self::assertCount(2, $told, 'It is both: who hears of planned work alone was told when it would be over.');
        self::assertCount(1, AudienceOf::all(Noticed::next(Incident::factory()->create(), [])));
        $this->get('/status/index.html')->assertSee('The planned work takes longer than planned.')->assertDontSee('What is planned');
        self::assertSame(1, Incident::query()->where('title', 'like', 'Planned work%')->count());
    }

    public function test_work_that_was_ended_early_and_works_is_over(): void
    {
        $this->announce();
        $this->later(self::FROM + 60);
        $this->signal([self::firing('clk-2', 'critical')]);
        $this->takeSignals();
        $this->later(60);
        $this->post("/quiet/$this->quiet/end");
        $this->look();
        self::assertSame(PlanStage::Announced, $this->work()->stage, 'It does not work yet.');
        $this->signal([[...self::firing('clk-2', 'critical'), 'condition' => 'clear']]);
        $this->takeSignals();
        $this->later(2);
        $this->look();
        self::assertSame(PlanStage::Over, $this->work()->stage);
    }

    public function test_names_from_inside_go_out_only_with_a_reason(): void
    {
        $this->announce(['before' => 'Ask Noor Lind'])->assertSessionHasErrors('despite');
        self::assertSame(0, PlannedWork::query()->count());
        $this->announce(['before' => 'Ask Noor Lind', 'despite' => 'She is known'])->assertSessionHasNoErrors();
        self::assertStringNotContainsString(
            'Noor', (string) json_encode(Entry::query()->where('kind', 'planned.announced')->sole()->facts),
            'What somebody typed can be erased.'
        );
        $this->announce(['before' => str_repeat('a', 501)])->assertSessionHasErrors('before');
        $this->actingAs($this->person('noor-lind'));
        $this->announce()->assertForbidden();
        $this->post("/planned/{$this->work()->id}/withdraw")->assertForbidden();
        $this->get('/planned')->assertOk();
    }

    public function test_work_that_nobody_notices_is_not_announced(): void
    {
        DB::table('items')->where('kind', 'service')->update(['public_name' => null]);
        $this->announce()->assertSessionHasErrors('action');
    }

    public function test_it_stands_on_the_page_as_json_and_in_calendars(): void
    {
        $this->get('/planned')
            ->assertInertia(fn(Shown $page) => $page->component('Updates/Planned')->where('ahead.0.id', $this->quiet)->has('planned', 0));
        $this->announce();
        $this->get('/planned')->assertInertia(static fn(Shown $page) => $page->has('ahead', 0)->where('planned.0.stage', 'announced'));
        $this->get('/updates')->assertInertia(static fn(Shown $page) => $page->where('planned.0.services.0.name', 'Vehicle lanes'));
        $this->get('/status/index.html')->assertSee('What is planned')->assertSee('Before it begins: Bring cash.')->assertDontSee('clk-2');
        $this->get('/status/service-vehicle-lanes.html')->assertSee('What is planned');
        $this->get('/status/index.json')->assertJsonPath('planned.0.services.0.name', 'Vehicle lanes');
        /** @return array<string, string>|null */
        $read = function (): ?array {
            $file = $this->get('/status/planned.ics')->assertOk()->assertHeader('Content-Type', 'text/calendar; charset=utf-8')
                ->getContent();
            $calendar = Reader::read((string) $file);
            self::assertInstanceOf(VCalendar::class, $calendar);
            self::assertSame([], $calendar->validate());
            $event = $calendar->select('VEVENT')[0] ?? null;

            $lines = [];
            foreach ($event instanceof VEvent ? $event->children() : [] as $line) {
                $lines[(string) $line->name] = (string) $line;
            }

            return $lines === [] ? null : $lines;
        };
        $event = $read();
        self::assertNotNull($event);
        self::assertSame(
            ['CONFIRMED', '0', 'Planned work: Vehicle lanes', now()->addSeconds(self::FROM)->utc()->format('Ymd\THis\Z')],
            [$event['STATUS'], $event['SEQUENCE'], $event['SUMMARY'], $event['DTSTART']],
        );
        $this->post("/planned/{$this->work()->id}/withdraw");
        $off = $read();
        self::assertNotNull($off);
        self::assertSame(['CANCELLED', '1', $event['UID']], [$off['STATUS'], $off['SEQUENCE'], $off['UID']]);
        $this->later(8 * 86400);
        self::assertNull($read(), 'What is long over leaves the calendar.');
    }

    #[TestWith([1])]
    #[TestWith([3])]
    public function test_a_clock_that_dies_between_two_parts_tells_nobody_twice(int $after): void
    {
        Subscription::factory()->count(1100)->create();
        $this->announce();
        $asked = 0;
        (new TellPlanned)(static function () use (&$asked, $after): bool {
            return ++$asked <= $after;
        });
        (new TellPlanned)(static fn(): bool => true);
        self::assertSame(1100, DB::table('planned_deliveries')->count());
        self::assertSame(1100, DB::table('outbox')->where('kind', 'planned')->distinct()->count('key'));
    }
}
