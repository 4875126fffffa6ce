<?php

declare(strict_types=1);

namespace Tests\Feature\Rota;

use App\Platform\Outbox\OutboxMessage;
use App\Rota\Rota;
use App\Rota\RotaEntry;
use Carbon\CarbonImmutable;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Reader;
use Tests\TestCase;

/** Turns that change hands, feeds for calendars, who is on call for programs, and whether it is fair. */
final class RotaChangesTest extends TestCase
{
    private function rota(): Rota
    {
        return Rota::query()->whereKey('lanes')->firstOrFail();
    }

    private function onCallAt(string $time): ?string
    {
        $at = (int) strtotime($time);

        return $this->rota()->between($at, $at + 1)->segments[0]->person;
    }

    public function test_somebody_takes_a_night_and_sees_first_what_that_changes(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $was = $this->onCallAt('2026-03-10T22:00:00Z');
        self::assertNotSame('noor-lind', $was);
        $night = ['from' => '2026-03-10T20:00:00Z', 'to' => '2026-03-11T06:00:00Z'];
        $this->getJson('/on-call/lanes/effect?'.http_build_query($night))
            ->assertOk()->assertJsonCount(1, 'changes')->assertJsonPath('changes.0.is', 'Noor Lind')
            ->assertJsonPath('changes.0.was', $this->person((string) $was)->name)
                ->assertJsonPath('uncovered_before', 0)->assertJsonPath('uncovered_after', 0);
        self::assertSame([], $this->rota()->overrides);

        $this->post('/on-call/lanes/take', $night, ['X-Request-Key' => 'k'])->assertSessionHasNoErrors();
        $this->post('/on-call/lanes/take', $night, ['X-Request-Key' => 'k']);
        self::assertSame(
            ['noor-lind', $was, 1],
            [$this->onCallAt('2026-03-10T22:00:00Z'), $this->onCallAt('2026-03-11T08:00:00Z'), count($this->rota()->overrides)],
        );
        $mail = json_decode((string) DB::table('outbox')->where('kind', 'mail')->latest('id')->value('payload'));
        self::assertSame($this->person((string) $was)->email, $mail->to);
        self::assertStringContainsString('Tue 10 Mar 21:00 to Wed 11 Mar 07:00: Noor Lind instead of', $mail->text);
        $this->post('/on-call/lanes/take', $night)->assertSessionHasErrors(['action' => 'That changes nothing: it is so already.']);
        $this->get('/on-call/lanes')->assertInertia(fn(Shown $page) => $page->component('Rota/Rota')->where(
            'history.0.lead', 'Changed Lane systems on call'
        )->where('uncovered', 0)
            // What every page is given keeps its name.
            ->where('me.id', 'noor-lind')->where('myself', 'noor-lind')->etc());
    }

    public function test_what_cannot_be_taken_is_refused(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $ask = fn(array $more) => $this->post(
            '/on-call/lanes/take', ['from' => '2026-03-10T20:00:00Z', 'to' => '2026-03-11T06:00:00Z', ...$more],
        );
        $ask(['to' => '2026-03-10T19:00:00Z'])->assertSessionHasErrors('to');
        $ask(['from' => '2026-02-01T00:00:00Z', 'to' => '2026-02-02T00:00:00Z'])->assertSessionHasErrors(['to' => 'That is over already.']);
        $ask(['to' => '2026-05-11T06:00:00Z'])->assertSessionHasErrors('to');
        $ask(['person' => 'ada-holm'])->assertSessionHasErrors([
            'person' => 'You can take turns yourself. Ask a coordinator to put somebody else on call.',
        ]);
        $this->actingAs($this->person('ingrid-vale'));
        $ask(['person' => 'ada-holm'])->assertSessionHasNoErrors();
        self::assertSame('ada-holm', $this->onCallAt('2026-03-10T22:00:00Z'));
    }

    public function test_who_was_on_call_stays_as_it_was_whenever_a_swap_is_answered_or_a_turn_taken(): void
    {
        $asker = (string) $this->onCallAt('2026-03-04T12:00:00Z');
        $other = (string) $this->onCallAt('2026-03-11T12:00:00Z');
        $span = ['from' => '2026-03-04T08:00:00Z', 'to' => '2026-03-13T08:00:00Z', 'with' => $other, 'why' => 'a wedding'];
        foreach (['a' => '2026-03-13T08:00:00Z', 'b' => '2026-03-13T07:00:00Z'] as $key => $to) {
            $this->actingAs($this->person($asker))->post('/on-call/lanes/swap', [...$span, 'to' => $to], ['X-Request-Key' => $key])
                ->assertSessionHasNoErrors();
        }
        CarbonImmutable::setTestNow('2026-03-05T12:00:00Z');
        Carbon::setTestNow('2026-03-05T12:00:00Z');
        $this->actingAs($this->person($other))->post('/swaps/1', ['accept' => true], ['X-Request-Key' => 'c'])->assertSessionHasNoErrors();
        self::assertSame(
            [$asker, $asker, $other, $asker],
            array_map(
                $this->onCallAt(...), ['2026-03-04T12:00:00Z', '2026-03-05T11:59:00Z', '2026-03-05T12:00:00Z', '2026-03-11T12:00:00Z'],
            ),
        );
        $this->actingAs($this->person('noor-lind'))->post('/on-call/lanes/take', [
            'from' => '2026-03-04T08:00:00Z', 'to' => '2026-03-05T18:00:00Z',
        ], ['X-Request-Key' => 'd'])->assertSessionHasNoErrors();
        self::assertSame(
            [$asker, 'noor-lind', $other],
            array_map($this->onCallAt(...), ['2026-03-04T12:00:00Z', '2026-03-05T12:00:00Z', '2026-03-05T18:00:00Z']),
        );
        CarbonImmutable::setTestNow('2026-03-13T08:00:00Z');
        Carbon::setTestNow('2026-03-13T08:00:00Z');
        $this->actingAs($this->person($other))->post('/swaps/2', ['accept' => true], ['X-Request-Key' => 'e'])
            ->assertSessionHasErrors(['action' => 'Those turns are over: there is nothing to swap any more.']);
        $this->post('/swaps/2', ['accept' => false], ['X-Request-Key' => 'f'])->assertSessionHasNoErrors();
    }

    public function test_a_swap_is_asked_and_answered_by_whoever_is_asked(): void
    {
        $weekly = $this->rota()->layers[0]['people'];
        $asker = (string) $this->onCallAt('2026-03-04T12:00:00Z');
        $other = (string) $this->onCallAt('2026-03-11T12:00:00Z');
        self::assertNotSame($asker, $other);
        self::assertContains($asker, $weekly);
        $span = ['from' => '2026-03-04T08:00:00Z', 'to' => '2026-03-13T08:00:00Z', 'with' => $other, 'why' => 'a wedding'];
        $this->actingAs($this->person($asker));
        $this->post('/on-call/lanes/swap', [...$span, 'with' => $asker])->assertSessionHasErrors('with');
        $this->post('/on-call/lanes/swap', $span)->assertSessionHasNoErrors();
        $this->post('/on-call/lanes/swap', $span, ['X-Request-Key' => 'twice'])->assertSessionHasErrors(
            ['with' => "You have asked {$this->person($other)->name} for these already, and wait for an answer."],
        );
        $this->post('/swaps/1', ['accept' => true])->assertSessionHasErrors(['action' => 'Only whoever is asked can accept.']);
        self::assertSame($asker, $this->onCallAt('2026-03-04T12:00:00Z'), 'Asked is not done.');

        $this->actingAs($this->person($other))
            ->get('/on-call/lanes')
            ->assertInertia(fn(Shown $page) => $page->has('swaps', 1)->where('swaps.0.why', 'a wedding')->where(
                'swaps.0.changes', fn(Collection $changes): bool => count($changes) >= 2,
            )->etc());
        $this->post('/swaps/1', ['accept' => true], ['X-Request-Key' => 'a'])->assertSessionHasNoErrors();
        self::assertSame([$other, $asker], [$this->onCallAt('2026-03-04T12:00:00Z'), $this->onCallAt('2026-03-11T12:00:00Z')]);
        $this->post('/swaps/1', ['accept' => false])->assertSessionHasErrors('action');

        $this->actingAs($this->person($asker))->post('/on-call/lanes/swap', $span);
        $this->post('/swaps/2', ['accept' => false])->assertSessionHasNoErrors();
        self::assertSame('withdrawn', DB::table('rota_swaps')->where('id', 2)->value('state'));
        $last = static fn(): array => array_intersect_key(
            OutboxMessage::query()->where('kind', 'mail')->latest('id')->firstOrFail()->payload, ['to' => 0, 'subject' => 0],
        );
        $names = [$asker => $this->person($asker)->name, $other => $this->person($other)->name];
        self::assertSame(
            ['to' => $this->person($other)->email, 'subject' => "$names[$asker] no longer asks you to swap turns"], $last(),
        );
        $this->post('/on-call/lanes/swap', $span);
        $this->actingAs($this->person($other))->post('/swaps/3', ['accept' => false])->assertSessionHasNoErrors();
        self::assertSame('declined', DB::table('rota_swaps')->where('id', 3)->value('state'));
        self::assertSame(['to' => $this->person($asker)->email, 'subject' => "$names[$other] does not swap turns with you"], $last());
        self::assertSame(
            [['rota:lanes'], ['rota:lanes'], ['rota:lanes']],
            array_map(self::entriesOf(...), [RotaEntry::RotaSwapped, RotaEntry::RotaSwapWithdrawn, RotaEntry::RotaSwapDeclined]),
        );
    }

    public function test_whoever_leaves_swaps_nothing_and_their_calendars_are_read_no_more(): void
    {
        $asker = (string) $this->onCallAt('2026-03-04T12:00:00Z');
        $other = (string) $this->onCallAt('2026-03-11T12:00:00Z');
        $span = ['from' => '2026-03-04T08:00:00Z', 'to' => '2026-03-13T08:00:00Z', 'with' => $other];
        $this->actingAs($this->person($asker))->post('/on-call/lanes/swap', $span)->assertSessionHasNoErrors();
        $this->post('/feeds', ['kind' => 'rota', 'rota' => 'lanes'], ['X-Request-Key' => 'theirs']);
        $stays = (string) session('feed');
        $this->actingAs($this->person($other))->post('/feeds', ['kind' => 'rota', 'rota' => 'lanes'], ['X-Request-Key' => 'other']);
        $ends = (string) session('feed');
        $this->actingAs($this->person('per-strand'))->post("/people/$other/leave")->assertSessionHasNoErrors();

        $this->get($stays)->assertOk();
        $this->get($ends)->assertNotFound();
        self::assertSame('lapsed', DB::table('rota_swaps')->value('state'));
        self::assertSame(['rota:lanes'], self::entriesOf(RotaEntry::RotaSwapLapsed));
        $mail = OutboxMessage::query()->where('kind', 'mail')->latest('id')->firstOrFail()->payload;
        self::assertSame(
            [$this->person($asker)->email, "{$this->person($other)->name} has left, and swaps no turns with you"],
            [$mail['to'], $mail['subject']],
        );
        $this->actingAs($this->person($asker))->post('/on-call/lanes/swap', $span, ['X-Request-Key' => 'later'])
            ->assertSessionHasErrors(['with' => "{$this->person($other)->name} has left. Ask somebody else."]);
        // What is theirs by the layers, or by an exception, is nobody's.
        self::assertNull($this->onCallAt('2026-03-11T12:00:00Z'));
        $rota = $this->rota();
        $hour = ['from' => '2026-03-04T20:00:00Z', 'to' => '2026-03-04T21:00:00Z', 'person' => $other];
        $rota->update(['overrides' => [...$rota->overrides, $hour]]);
        self::assertSame([$asker, null], [$this->onCallAt('2026-03-04T12:00:00Z'), $this->onCallAt('2026-03-04T20:30:00Z')]);
        // Who takes over what was theirs is told, they are not.
        $this->post(
            '/on-call/lanes/take', ['from' => '2026-03-11T10:00:00Z', 'to' => '2026-03-11T12:00:00Z'], ['X-Request-Key' => 'take'],
        )->assertSessionHasNoErrors();
        self::assertSame(
            0, OutboxMessage::query()->where('payload->to', $this->person($other)->email)->where('key', 'like', 'rota-%')->count(),
        );
    }

    public function test_calendars_follow_turns_by_an_address_that_can_be_revoked(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->post('/on-call/lanes/take', ['from' => '2026-03-10T20:00:00Z', 'to' => '2026-03-11T06:00:00Z']);
        $this->post('/feeds', ['kind' => 'person'])->assertSessionHasNoErrors();
        $mine = (string) session('feed');
        $this->post('/feeds', ['kind' => 'rota', 'rota' => 'lanes']);
        $all = (string) session('feed');
        auth()->logout();
        $read = function (string $address): VCalendar {
            $answer = $this->get($address)->assertOk()->assertHeader('Content-Type', 'text/calendar; charset=utf-8');
            $calendar = Reader::read((string) $answer->getContent());
            self::assertInstanceOf(VCalendar::class, $calendar);
            self::assertSame([], $calendar->validate());

            return $calendar;
        };
        $turns = [];
        foreach ($read($mine)->select('VEVENT') as $event) {
            $turns[(string) $event->DTSTART] = [(string) $event->DTEND, (string) $event->SUMMARY];
        }
        self::assertSame(['20260311T060000Z', 'On call: Lane systems'], $turns['20260310T200000Z']);
        $whole = $read($all);
        $uids = array_map(static fn($event): string => (string) $event->UID, $whole->select('VEVENT'));
        self::assertSame($uids, array_values(array_unique($uids)));
        $this->later(600);
        self::assertSame(
            $uids, array_map(static fn($event): string => (string) $event->UID, $read($all)->select('VEVENT')),
            'A turn keeps its identity.',
        );

        $this->actingAs($this->person('ada-holm'))->post('/feeds/1/revoke');
        $this->get($mine)->assertOk();
        $this->actingAs($this->person('noor-lind'))->post('/feeds/1/revoke');
        $this->get($mine)->assertNotFound();
        $this->get('/feeds/'.str_repeat('x', 40).'.ics')->assertNotFound();
    }

    public function test_programs_and_the_command_line_are_told_who_is_on_call(): void
    {
        $token = $this->token(['oncall:read'], name: 'wall');
        $answer = $this->withToken($token)->getJson('/api/v1/oncall?team=lanes')
            ->assertOk()->assertJsonCount(1, 'teams')->assertJsonPath('teams.0.now.person', $this->rota()->onCallNow());
        self::assertNotSame($answer->json('teams.0.now.person'), $answer->json('teams.0.next.person'));
        $this->withToken($token)->getJson('/api/v1/oncall?service=vehicle-lanes')
            ->assertJsonCount(1, 'services')->assertJsonPath('services.0.now.person', $this->rota()->onCallNow());
        $narrow = fn(string $query): array => [
            array_column((array) ($told = $this->withToken($token)->getJson("/api/v1/oncall?$query")->assertOk())->json('teams'), 'team'),
            array_column((array) $told->json('services'), 'service'),
        ];
        self::assertSame([['lanes'], ['vehicle-lanes']], $narrow('service=vehicle-lanes'));
        self::assertSame(
            [
                ['lanes'],
                DB::table('items')->where('kind', 'service')
                    ->where('team_id', 'lanes')->orderByRaw('tier is null, tier')->orderBy('name')->pluck('id')->all(),
            ],
            $narrow('team=lanes'),
        );
        self::assertSame([[], []], $narrow('team=platform&service=vehicle-lanes'));
        $this->withToken($token)->getJson('/api/v1/oncall?team[]=x')
            ->assertStatus(400)->assertHeader('Content-Type', 'application/problem+json');
        $this->withToken($this->token())->getJson('/api/v1/oncall')->assertForbidden();
        Artisan::call('skarvo:oncall', ['team' => 'lanes']);
        self::assertStringContainsString($this->person((string) $this->rota()->onCallNow())->name, Artisan::output());
        self::assertSame(2, Artisan::call('skarvo:oncall', ['team' => 'nobody']));
        Rota::query()
            ->whereKey('lanes')
            ->update(['layers' => json_encode([[
                'name' => 'none', 'people' => ['noor-lind'], 'starts' => '2027-01-01T00:00', 'shift' => 'P1W',
            ]])]);
        $this->withToken($token)->getJson('/api/v1/oncall?team=lanes')->assertJsonPath('teams.0.now', null);
    }

    public function test_fairness_counts_nights_and_the_holidays_of_a_calendar_file(): void
    {
        $this->actingAs($this->person('per-strand'));
        $file = static fn(string $text): UploadedFile => UploadedFile::fake()->createWithContent('holidays.ics', $text);
        $this->post('/fairness/holidays', ['file' => $file('no calendar')])->assertSessionHasErrors('file');
        $this->post(
            '/fairness/holidays',
            [
                'file' => $file(
                    "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART:20260101T100000Z\r\nSUMMARY:Lunch\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
                ),
            ],
        )->assertSessionHasErrors('file');
        $this->post(
            '/fairness/holidays',
            [
                'file' => $file(
                    "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART;VALUE=DATE:20260101\r\nSUMMARY:New Year\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nUID:b\r\nDTSTART;VALUE=DATE:20260216\r\nDTEND;VALUE=DATE:20260218\r\nSUMMARY:Boat days\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
                ),
            ],
        )->assertSessionHasNoErrors();
        $this->get(
            '/fairness?quarter=2026-1'
        )->assertInertia(fn(Shown $page) => $page->component('Rota/Fairness')->where(
            'holidays', ['2026-01-01' => 'New Year', '2026-02-16' => 'Boat days', '2026-02-17' => 'Boat days']
        )
            ->where('rotas', function (Collection $rotas): bool {
                $lanes = $rotas->firstWhere('id', 'lanes')['people'];
                // The rota begins on 5 January; each night is somebody's, and some are shared at a handover.
                self::assertGreaterThanOrEqual(85, array_sum(array_column($lanes, 'nights')));

                return array_sum(array_column($lanes, 'holidays')) >= 2 && array_sum(array_column($lanes, 'seconds')) > 80 * 86400;
            })->etc());
        $this->actingAs($this->person('noor-lind'))->post('/fairness/holidays', ['file' => $file('x')])->assertForbidden();
        $this->get('/fairness')->assertOk();
    }
}
