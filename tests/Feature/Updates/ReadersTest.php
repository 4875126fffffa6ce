<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Incidents\UpdateRhythm;
use App\Platform\Outbox\OutboxMessage;
use App\Signals\Alert;
use App\Topology\Item;
use App\Updates\Following\Audience;
use App\Updates\Following\FollowOwn;
use App\Updates\Following\TellFollowers;
use App\Updates\Reading\ReminderMessages;
use App\Updates\Update;
use Illuminate\Http\Client\Request as Sent;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\TestCase;

/** Who is told by the rules of the organisation, what staff read, and who of those who must know has read it. */
final class ReadersTest extends TestCase
{
    use TellsByMail;

    /** Who is signed in to begin with. */
    public const BY = 'ingrid-vale';

    /** @param  array<string, mixed>  $more */
    private static function audience(array $more = []): Audience
    {
        return Audience::query()->create([
            'name' => 'Leads', 'people' => ['noor-lind'], 'teams' => [], 'services' => [], 'places' => [], 'reads' => 'staff',
            'must_know' => true, ...$more,
        ]);
    }

    private function publish(string $text = 'We look into it.'): Update
    {
        $number = (int) Update::query()->where('incident_id', $this->incident->id)->max('number') + 1;
        $this->post("/incidents/{$this->incident->id}/updates", [
            'number' => $number, 'stage' => 'looking', 'text' => $text, 'next_minutes' => 30, 'despite' => 'x', 'counter' => 'Open by hand',
        ], ['X-Request-Key' => uniqid()])->assertSessionHasNoErrors();
        app(TellFollowers::class)(static fn(): bool => true);
        $this->deliver();

        return Update::query()->latest('id')->firstOrFail();
    }

    /** @return list<string> to whom, and how the mail begins */
    private function mails(): array
    {
        return array_values(Http::recorded(static fn(Sent $one): bool => $one->url() === 'http://devices.test/mails')
            ->map(static fn(array $one): string => "{$one[0]['to']}: {$one[0]['subject']}")->all());
    }

    /** @return array{number: int, readers: list<array<string, mixed>>, others: int}|null */
    private function readers(): ?array
    {
        /** @var array{number: int, readers: list<array<string, mixed>>, others: int}|null */
        return $this->getJson("/incidents/{$this->incident->id}/readers")->assertOk()->json('readers');
    }

    /** @param  array<string, mixed>  $rule */
    #[TestWith([['priority' => 2], true])]
    #[TestWith([['priority' => 1], false])]
    #[TestWith([['services' => ['Vehicle lanes']], true])]
    #[TestWith([['services' => ['Booking']], false])]
    #[TestWith([['reports' => 1], false])]
    #[TestWith([['ended_at' => '2026-01-01 00:00:00'], false])]
    public function test_an_audience_is_told_by_its_rule(array $rule, bool $isTold): void
    {
        self::audience($rule);
        $some = $this->getJson("/incidents/{$this->incident->id}/audience")->json('some');
        self::assertSame(
            $isTold ? [['Noor Lind', 'Leads, must know']] : [],
            array_map(static fn(array $one): array => [$one['address'], $one['why']], $some)
        );
        $this->publish();
        self::assertSame($isTold ? ['noor-lind@eiderholm.example: Vehicle lanes: only partly working'] : [], $this->mails());
        self::assertSame($isTold ? 1 : 0, DB::table('update_reads')->count());
    }

    public function test_of_two_audiences_somebody_is_told_once_and_who_said_no_is_neither_told_nor_asked(): void
    {
        self::audience(['name' => 'First', 'must_know' => false, 'reads' => 'card']);
        self::audience(['name' => 'Second', 'people' => ['noor-lind', 'ada-holm']]);
        $noor = new FollowOwn($this->person('noor-lind'));
        $this->publish();
        self::assertCount(2, $this->mails());
        self::assertSame('staff', $noor->reads()->value, 'Whoever must know reads what that audience reads.');
        $noor->end($this->incident);
        $update = $this->publish();
        self::assertCount(3, $this->mails());
        self::assertSame(['ada-holm'], DB::table('update_reads')->where('update_id', $update->id)->pluck('person_id')->all());
        $this->person('ada-holm')->update(['left_at' => now()]);
        $update = $this->publish();
        self::assertSame([], DB::table('update_reads')->where('update_id', $update->id)->pluck('person_id')->all());
    }

    public function test_who_has_opened_it_and_who_has_read_it_is_seen_and_the_first_time_counts(): void
    {
        $this->getJson("/incidents/{$this->incident->id}/readers")->assertJsonPath('readers', null);
        self::audience();
        $update = $this->publish();
        self::assertSame(
            [[null, null]],
            array_map(static fn(array $one): array => [$one['opened'], $one['confirmed']], $this->readers()['readers'] ?? [])
        );
        self::assertSame('+47 000 05 035', $this->readers()['readers'][0]['phone'] ?? null, 'So they can be rung.');

        $this->actingAs($this->person('noor-lind'));
        $this->get('/updates')->assertInertia(static fn(Shown $page) => $page->component('Updates/StaffUpdates')->where(
            'open.0.mustRead', true
        )
            ->where('open.0.isRead', false)->where('open.0.counter', 'Open by hand')->has('onCall'));
        self::assertSame(0, DB::table('update_reads')->whereNotNull('opened_at')->count(), 'To ask for a page is not to read it.');
        $this->postJson("/updates/$update->id/read", ['confirmed' => false])->assertOk();
        $opened = DB::table('update_reads')->value('opened_at');
        $this->later(60);
        $this->postJson("/updates/$update->id/read", ['confirmed' => true])->assertOk();
        $confirmed = DB::table('update_reads')->value('confirmed_at');
        $this->later(60);
        $this->postJson("/updates/$update->id/read", ['confirmed' => true])->assertOk();
        self::assertSame(
            [$opened, $confirmed], [DB::table('update_reads')->value('opened_at'), DB::table('update_reads')->value('confirmed_at')]
        );
        self::assertNotSame($opened, $confirmed);
        $this->get('/updates')->assertInertia(static fn(Shown $page) => $page->where('open.0.isRead', true));
        $this->postJson("/updates/$update->id/read", [])->assertUnprocessable();

        $this->actingAs($this->person('mika-sund'))->postJson("/updates/$update->id/read", ['confirmed' => false]);
        $this->actingAs($this->person('ingrid-vale'));
        self::assertSame([1, null], [$this->readers()['others'] ?? null, $this->readers()['readers'][0]['phone'] ?? null]);
        // The next update is another one to read.
        $this->publish('More is known.');
        self::assertSame([null, 0], [$this->readers()['readers'][0]['confirmed'] ?? null, $this->readers()['others'] ?? null]);
    }

    public function test_somebody_is_reminded_but_not_again_at_once_and_not_of_what_they_have_read(): void
    {
        self::audience();
        $update = $this->publish();
        $remind = fn() => $this->post("/updates/$update->id/remind", ['person' => 'noor-lind']);
        $remind()->assertSessionHasNoErrors();
        $this->deliver();
        self::assertSame('noor-lind@eiderholm.example: Please read: Vehicle lanes', $this->mails()[1] ?? null);
        $remind()->assertSessionHasErrors('action');
        $this->later(599);
        $remind()->assertSessionHasErrors('action');
        $this->later(1);
        $remind()->assertSessionHasNoErrors();
        $this->actingAs($this->person('noor-lind'))->postJson("/updates/$update->id/read", ['confirmed' => true]);
        $this->deliver();
        self::assertCount(2, $this->mails(), 'They have read it before it went out.');
        $this->post("/updates/$update->id/remind", ['person' => 'noor-lind'])->assertForbidden();
        $this->actingAs($this->person('ingrid-vale'));
        $this->later(700);
        $remind()->assertSessionHasErrors('action');
        $this->post("/updates/$update->id/remind", ['person' => 'ada-holm'])->assertSessionHasErrors('action');
        $this->actingAs($this->person('ada-holm'))->postJson("/updates/$update->id/read", ['confirmed' => false])->assertOk();
        $this->actingAs($this->person('ingrid-vale'))->post("/updates/$update->id/remind", ['person' => 'ada-holm'])
            ->assertSessionHasErrors('action');
        self::assertSame(2, OutboxMessage::query()->where('kind', 'reminder')->count());
    }

    public function test_who_was_not_reached_by_a_reminder_was_not_reminded_and_who_has_left_is_not_asked(): void
    {
        self::audience(['people' => ['noor-lind', 'ada-holm']]);
        $update = $this->publish();
        $remind = fn(string $whom) => $this->post(
            "/updates/$update->id/remind", ['person' => $whom], ['X-Request-Key' => uniqid()]
        );
        $remind('noor-lind')->assertSessionHasNoErrors();
        $reminded = fn(): array => array_column($this->readers()['readers'] ?? [], 'reminded', 'person');
        self::assertNotNull($reminded()['noor-lind']);
        $message = OutboxMessage::query()->where('kind', 'reminder')->sole();
        app(ReminderMessages::class)->failed($message, 'answered 550');
        self::assertNull($reminded()['noor-lind']);
        $this->later(1);
        $remind('noor-lind')->assertSessionHasNoErrors();
        app(ReminderMessages::class)->failed($message, 'answered 550, once more');
        self::assertNotNull($reminded()['noor-lind'], 'The one after it is on its way.');
        $this->person('ada-holm')->update(['left_at' => now()]);
        self::assertSame(['noor-lind'], array_column($this->readers()['readers'] ?? [], 'person'));
        $remind('ada-holm')->assertSessionHasErrors('person');
    }

    public function test_staff_read_it_in_their_words_and_nobody_outside_does(): void
    {
        $this->publish();
        $this->get('/updates')->assertInertia(static fn(Shown $page) => $page->has('open', 1)->where('open.0.mustRead', false)
            ->where(
                'open.0.words.0', ['language' => 'en', 'text' => 'We look into it. At the counter: Open by hand. Next update by 09:30 CET.']
            ));
        auth()->logout();
        $this->get('/updates')->assertRedirect('/sign-in');
        $this->postJson('/updates/1/read', ['confirmed' => true])->assertUnauthorized();
    }

    public function test_an_audience_that_asks_for_more_is_owed_more(): void
    {
        $this->publish();
        $minutes = fn(): array => [UpdateRhythm::of($this->incident->refresh()) / 60, UpdateRhythm::by($this->incident)];
        $usual = $minutes();
        self::assertSame('Priority 2', $usual[1]);
        $one = [
            'name' => 'Leads', 'people' => ['noor-lind'], 'teams' => [], 'priority' => 2, 'services' => [], 'places' => [],
            'reads' => 'staff', 'mustKnow' => false,
        ];
        $this->actingAs($this->person('per-strand'));
        $this->post('/settings/audiences', [...$one, 'every' => 4], ['X-Request-Key' => 'a'])->assertSessionHasErrors('every');
        $this->post('/settings/audiences', [...$one, 'every' => 10], ['X-Request-Key' => 'b'])->assertSessionHasNoErrors();
        self::assertSame([10, 'Leads'], $minutes());
        $this->incident->update(['priority' => 3]);
        self::assertSame('Priority 3', $minutes()[1], 'It is not theirs any more.');
        $this->incident->update(['priority' => 2]);
        $this->actingAs($this->person('ingrid-vale'));
        $this->post("/incidents/{$this->incident->id}/updates", [
            'number' => 2, 'stage' => 'looking', 'text' => 'We look into it.', 'next_minutes' => 11, 'despite' => 'x',
        ], ['X-Request-Key' => 'c'])->assertSessionHasErrors(
            ['longer' => 'Leads asks for an update every 10 minutes. Say why the next one may come later.']
        );
        $this->actingAs($this->person('per-strand'))->post('/settings/audiences/'.Audience::query()->value('id').'/drop')
            ->assertSessionHasNoErrors();
        self::assertSame($usual, $minutes());
    }

    public function test_an_administrator_defines_changes_and_drops_an_audience(): void
    {
        $this->post('/settings/audiences', [])->assertForbidden();
        $this->actingAs($this->person('per-strand'));
        $one = [
            'name' => ' Masters ', 'people' => [], 'teams' => ['terminals'], 'priority' => 2, 'tier' => null, 'services' => ['Booking'],
            'places' => ['Ask'], 'reports' => 3, 'reads' => 'staff', 'mustKnow' => true,
        ];
        $this->post('/settings/audiences', [...$one, 'teams' => []], ['X-Request-Key' => 'a'])
            ->assertSessionHasErrors(['teams' => 'Choose people, or a team.']);
        $this->post('/settings/audiences', [...$one, 'teams' => ['nobody']], ['X-Request-Key' => 'b'])->assertSessionHasErrors('teams.0');
        $this->post('/settings/audiences', [...$one, 'reads' => 'all'], ['X-Request-Key' => 'c'])->assertSessionHasErrors('reads');
        foreach ([1, 2] as $_) {
            $this->post('/settings/audiences', $one, ['X-Request-Key' => 'd'])->assertSessionHasNoErrors();
        }
        $audience = Audience::query()->sole();
        self::assertSame('Masters', $audience->name);
        $this->get('/settings/audiences')
            ->assertInertia(static fn(Shown $page) => $page->component('Updates/Audiences')->where('audiences.0.mustKnow', true));
        $this->post("/settings/audiences/$audience->id", [...$one, 'name' => 'New', 'version' => 0])->assertSessionHasErrors('action');
        $this->post("/settings/audiences/$audience->id", [...$one, 'name' => 'New', 'version' => 1])->assertSessionHasNoErrors();
        self::assertSame(['New', 2], [$audience->refresh()->name, $audience->version]);
        foreach ([1, 2] as $_) {
            $this->post("/settings/audiences/$audience->id/drop")->assertSessionHasNoErrors();
        }
        self::assertNotNull($audience->refresh()->ended_at);
        $this->post("/settings/audiences/$audience->id", [...$one, 'version' => 3])->assertSessionHasErrors('action');
    }

    private function follow(string $person, string $item, bool $follow = true): void
    {
        $this->actingAs($this->person($person))->postJson('/follows/item', ['item' => $item, 'follow' => $follow])->assertOk()
            ->assertExactJson(['follows' => $follow, 'hasAddress' => true]);
        $this->getJson("/follows/item?item=$item")->assertOk()->assertJsonPath('follows', $follow);
        $this->actingAs($this->person('ingrid-vale'));
    }

    public function test_who_follows_an_item_is_told_of_each_incident_that_hits_it_or_on_which_it_hangs(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        Alert::query()->update(['incident_id' => $this->incident->id]);
        // What hangs on the clock, what does not, and the service that the incident names.
        $hit = array_column(Situation::now()->of($this->incident->id)->affected, 'id');
        self::assertContains('clk-2', $hit);
        $this->follow('noor-lind', 'clk-2');
        $this->follow('noor-lind', 'vehicle-lanes');
        $this->follow('ada-holm', 'vehicle-lanes');
        $this->follow('lotte-krone', 'booking-db-1');
        self::assertNotContains('booking-db-1', $hit);
        $some = $this->getJson("/incidents/{$this->incident->id}/audience")->json('some');
        $why = array_column($some, 'why', 'address');
        self::assertStringContainsString('follows '.Item::query()->findOrFail('clk-2')->name.', Vehicle lanes', $why['Noor Lind']);
        self::assertSame(
            ['Ada Holm', 'Noor Lind'], array_keys(array_filter($why, static fn(string $one): bool => str_contains($one, 'follows')))
        );
        $this->publish();
        self::assertSame(
            ['ada-holm', 'noor-lind'],
            array_values(array_filter(['ada-holm', 'lotte-krone', 'noor-lind'], fn(string $one): bool => $this->wasMailed($one)))
        );
    }

    public function test_who_follows_an_item_no_more_or_said_no_to_an_incident_or_has_left_is_not_told(): void
    {
        $this->follow('noor-lind', 'vehicle-lanes');
        $this->follow('noor-lind', 'vehicle-lanes');
        self::assertSame(1, DB::table('item_followers')->count());
        (new FollowOwn($this->person('noor-lind')))->begin($this->incident);
        (new FollowOwn($this->person('noor-lind')))->end($this->incident);
        $this->follow('lotte-krone', 'vehicle-lanes');
        $this->follow('lotte-krone', 'vehicle-lanes', false);
        $this->follow('lotte-krone', 'vehicle-lanes', false);
        $this->follow('ada-holm', 'vehicle-lanes');
        $this->person('ada-holm')->update(['left_at' => now()]);
        $this->publish();
        self::assertSame([false, false, false], array_map($this->wasMailed(...), ['noor-lind', 'lotte-krone', 'ada-holm']));
    }

    public function test_only_an_item_that_there_is_is_followed_and_only_by_who_signed_in(): void
    {
        $this->postJson('/follows/item', ['item' => 'no-such', 'follow' => true])->assertStatus(422);
        $this->postJson('/follows/item', ['item' => ["\xff"], 'follow' => 'x'])->assertStatus(422);
        $this->getJson('/follows/item?item=no-such')->assertNotFound();
        auth()->logout();
        $this->postJson('/follows/item', ['item' => 'vehicle-lanes', 'follow' => true])->assertUnauthorized();
        self::assertSame(0, DB::table('item_followers')->count());
    }

    private function wasMailed(string $person): bool
    {
        return array_filter($this->mails(), static fn(string $one): bool => str_starts_with($one, "$person@")) !== [];
    }
}
