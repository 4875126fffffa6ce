<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use App\Changes\Approval\ChangeAsk;
use App\Changes\Change;
use App\Platform\Journal\Entry;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Changes\ChangeState;
use Tests\TestCase;

/** Whoever is asked for a change answers on the device that the question reached, without a password. */
final class ApproveTest extends TestCase
{
    use PlansChanges;

    private function asked(mixed ...$more): Change
    {
        $change = $this->planned(...$more);
        $this->go($change, 'ask')->assertSessionHasNoErrors();

        return $change;
    }

    private function link(Change $change, string $person, int $round = 1): string
    {
        $approval = DB::table('change_approvals')->where('change_id', $change->id)->where('round', $round)->value('id');

        return ChangeAsk::query()->where('approval_id', $approval)->where('person_id', $person)->firstOrFail()->link();
    }

    private function signOut(): void
    {
        $this->app['auth']->guard()->logout();
    }

    /** @return list<array<array-key, mixed>> what was posted to gateways */
    private function sent(): array
    {
        $this->deliver();

        return array_values(
            Http::recorded(static fn(Request $one): bool => $one->method() === 'POST')
                ->map(static fn(array $pair): array => $pair[0]->data())->all()
        );
    }

    private function gateways(): void
    {
        config()->set('skarvo.gateways.mail', 'http://devices.test/mails');
        config()->set('skarvo.gateways.page', 'http://devices.test/pages');
        Http::fake(['*' => Http::response(['ok' => true])]);
    }

    public function test_it_opens_one_change_without_a_password_and_takes_one_answer(): void
    {
        $this->gateways();
        $this->minor();
        $change = $this->asked();
        $mail = array_values(
            array_filter($this->sent(), fn(array $one): bool => ($one['to'] ?? '') === $this->person(self::PEER)->email)
        )[0] ?? [];
        self::assertSame('Waits for your yes or no, change CH-0001: New firmware for clk-2', $mail['subject'] ?? null);
        $link = $this->link($change, self::PEER);
        self::assertStringContainsString($link, (string) ($mail['text'] ?? ''));
        $this->signOut();
        $this->get($link)->assertOk()->assertInertia(fn(Shown $page) => $page->component('Changes/Approve')->where(
            'person', $this->person(self::PEER)->name
        )
            ->where('change.mayAnswer', true)->where('said', null)->has('looked.services.0'));
        $this->send($link, ['yes' => false, 'round' => 1])
            ->assertSessionHasErrors(['comment' => 'Say why not: whoever asked has to change something.']);
        $this->send($link, ['yes' => true, 'comment' => 'Keep the old image', 'round' => 1])->assertSessionHasNoErrors();
        self::assertSame(ChangeState::Approved, $change->refresh()->state);
        self::assertNotNull($change->quiet_id, 'What it takes down opens no alerts meanwhile.');
        self::assertSame(self::PEER, Entry::query()->with('words')->where('kind', 'change.answered')->firstOrFail()->actor_id);
        $this->get($link)->assertInertia(
            static fn(Shown $page) => $page->where('said.yes', true)->where('change.mayAnswer', false)->where('looked', null)
        );
        $this->send($link, ['yes' => false, 'comment' => 'Changed my mind', 'round' => 1])
            ->assertSessionHasErrors(['action' => "CH-0001 waits for nobody's answer: it is approved."]);
        // It is no way to anything else.
        $this->get("/changes/$change->id")->assertRedirect('/sign-in');
        // A month later it opens nothing.
        $change->update(['state' => ChangeState::Done, 'ended_at' => '2026-03-04T23:00:00Z']);
        $this->at('2026-04-02T00:00:00Z');
        $this->get($link)->assertOk();
        $this->at('2026-04-04T00:00:00Z');
        $this->get($link)->assertNotFound();
    }

    public function test_no_other_address_opens_it(): void
    {
        $change = $this->asked();
        $link = $this->link($change, self::PEER);
        $key = substr($link, -64);
        $this->signOut();
        foreach ([strrev($key), substr($key, 0, 63).($key[63] === '0' ? 'x' : '0'), substr($key, 0, 40), str_repeat('a', 64)] as $wrong) {
            $this->get("/approve/$wrong")->assertNotFound();
            $this->post("/approve/$wrong", ['yes' => true, 'round' => 1])->assertNotFound();
        }
        $this->person(self::PEER)->update(['left_at' => now()]);
        $this->get($link)->assertNotFound();
        $this->post($link, ['yes' => true, 'round' => 1])->assertNotFound();
        self::assertSame(0, DB::table('change_answers')->count());
    }

    public function test_of_a_plan_that_changed_the_old_address_leads_to_the_new_question(): void
    {
        $change = $this->asked();
        $old = $this->link($change, self::PEER);
        $this->send("/changes/$change->id", [...self::plan(to: '2026-03-04T23:30:00Z'), 'version' => $change->refresh()->edition])
            ->assertSessionHasNoErrors();
        $new = $this->link($change, self::PEER, 2);
        $this->signOut();
        $this->get($old)->assertRedirect($new);
        $this->send($old, ['yes' => true, 'round' => 1])->assertSessionHasErrors('action');
        $this->send($new, ['yes' => true, 'round' => 1])->assertSessionHasErrors('action');
        $this->send($new, ['yes' => true, 'round' => 2])->assertSessionHasNoErrors();
        self::assertSame(1, DB::table('change_answers')->count());
    }

    public function test_an_emergency_reaches_the_device_that_wakes_them(): void
    {
        $this->gateways();
        $this->asked(kind: 'emergency', from: '2026-03-03T08:00:00Z', to: '2026-03-03T08:30:00Z');
        $ways = array_count_values(array_map(static fn(array $one): string => (string) ($one['channel'] ?? 'mail'), $this->sent()));
        self::assertGreaterThan(
            1, array_sum(array_diff_key($ways, ['mail' => 0])), 'Each coordinator is asked on a device besides the mail.'
        );
        $this->at('2026-03-03T08:14:00Z');
        $this->clock();
        self::assertCount(array_sum($ways), $this->sent());
        $this->at('2026-03-03T08:16:00Z');
        $this->clock();
        self::assertCount(2 * array_sum($ways), $this->sent(), 'They are asked again after a quarter of an hour.');
        DB::table('delivery_paths')->insert(['channel' => 'push', 'works' => false, 'since' => now(), 'why' => 'x']);
        $this->at('2026-03-03T08:32:00Z');
        $this->clock();
        $third = array_slice($this->sent(), 2 * array_sum($ways));
        self::assertCount(array_sum($ways), $third);
        self::assertNotContains('push', array_column($third, 'channel'), 'A way that does not work is gone around.');
        self::assertGreaterThan(1, count(array_column($third, 'channel')));
        $key = (string) DB::table('outbox')->where('kind', 'approval')->value('key');
        $this->postJson(
            '/api/v1/deliveries', ['key' => $key, 'event' => 'delivered'],
            ['Authorization' => 'Bearer '.$this->token(['deliveries:write'], name: 'gateway')]
        )
            ->assertOk()->assertJson(['changed' => false]);
    }

    public function test_the_watch_asks_little_however_many_wait_for_others(): void
    {
        $this->minor();
        $queries = function (): int {
            $this->actingAs($this->person('lotte-krone'));
            DB::flushQueryLog();
            DB::enableQueryLog();
            $this->get('/')->assertOk()->assertInertia(static fn(Shown $page) => $page->has('approvals', 0));
            DB::disableQueryLog();
            $this->actingAs($this->person(self::BY));

            return count(array_filter(DB::getQueryLog(), static fn(array $one): bool => str_contains($one['query'], '`absences`')));
        };
        $this->asked();
        $few = $queries();
        for ($n = 0; $n < 5; $n++) {
            $this->asked();
        }
        self::assertSame($few, $queries());
    }

    public function test_who_is_back_is_asked_at_once_and_nobody_twice(): void
    {
        $owner = (string) DB::table('items')->where('id', 'vehicle-lanes')->value('business_owner_id');
        $this->rules(['stand_ins' => [$owner => ['lotte-krone']]]);
        DB::table('absences')->insert(
            [
                'person_id' => $owner, 'from_at' => strtotime('2026-03-01T00:00Z'), 'to_at' => strtotime('2026-03-03T10:00Z'),
                'what' => 'Leave', 'kind' => 'leave',
            ]
        );
        $change = $this->asked();
        $this->say($change, self::PEER, true);
        $asked = static fn(): array => ChangeAsk::query()->whereIn('person_id', [$owner, 'lotte-krone'])->orderBy('id')->pluck('person_id')
            ->all();
        self::assertSame(['lotte-krone'], $asked());
        $link = $this->link($change, 'lotte-krone');
        $this->at('2026-03-03T09:30:00Z');
        $this->clock();
        self::assertSame(['lotte-krone'], $asked());
        $this->at('2026-03-03T10:05:01Z');
        $this->clock();
        $this->clock();
        self::assertSame(['lotte-krone', $owner], $asked());
        $this->signOut();
        $this->get($link)
            ->assertInertia(static fn(Shown $page) => $page->where('change.mayAnswer', false)->where('change.line.state', 'asked'));
        $this->send($link, ['yes' => true, 'round' => 1])->assertSessionHasErrors('action');
    }

    public function test_who_sits_in_two_stages_is_asked_in_each(): void
    {
        $stages = [
            ['name' => 'peers', 'of' => [self::PEER, 'mika-sund'], 'needs' => 'one'],
            ['name' => 'board', 'of' => ['mika-sund'], 'needs' => 'one'],
        ];
        $this->rules(['kinds' => ['normal' => ['minor' => $stages, 'major' => $stages]]]);
        $change = $this->asked();
        $asked = static fn(): array => array_map(
            static fn(string $payload): bool => (bool) ((array) json_decode($payload, true))['again'],
            DB::table('outbox')->where('kind', 'approval')
                ->where('payload', 'like', '%"ask":'.ChangeAsk::query()->where('person_id', 'mika-sund')->value('id').',%')->orderBy('id')
                ->pluck('payload')->map(strval(...))->all(),
        );
        self::assertSame([false], $asked());
        $this->at('2026-03-03T09:00:00Z');
        $this->say($change, self::PEER, true)->assertSessionHasNoErrors();
        // Not as a reminder: it is another question.
        self::assertSame([false, false], $asked());
        self::assertSame(0, Entry::query()->where('kind', 'change.reminded')->count());
        $this->at('2026-03-04T09:00:00Z');
        $this->clock();
        self::assertSame([false, false, true], $asked());
        self::assertSame(1, Entry::query()->where('kind', 'change.reminded')->count());
    }

    public function test_what_was_said_or_came_otherwise_before_it_went_out_is_not_asked_any_more(): void
    {
        $this->gateways();
        $stages = [['name' => 'board', 'of' => [self::PEER, 'mika-sund', 'lotte-krone'], 'needs' => 'all']];
        $this->rules(['kinds' => ['normal' => ['minor' => $stages, 'major' => $stages]]]);
        $change = $this->asked();
        $this->say($change, self::PEER, true)->assertSessionHasNoErrors();
        $this->person('lotte-krone')->update(['left_at' => now()]);
        self::assertSame([$this->person('mika-sund')->email], array_column($this->sent(), 'to'));
    }

    public function test_who_has_no_mail_is_asked_on_a_device(): void
    {
        $stages = [['name' => 'board', 'of' => [self::PEER], 'needs' => 'one']];
        $this->rules(['kinds' => ['normal' => ['minor' => $stages, 'major' => $stages]]]);
        $person = $this->person(self::PEER);
        $ways = fn(): array => array_map(
            static fn(mixed $payload): mixed => ((array) json_decode((string) $payload, true))['channel'],
            DB::table('outbox')->where('kind', 'approval')->orderBy('id')->pluck('payload')->all()
        );
        $this->asked();
        self::assertSame(['mail'], $ways());
        $person->update(['email' => '']);
        $this->asked();
        self::assertCount(1, array_diff($ways(), ['mail']), 'Once by mail, and once by something else.');
    }
}
