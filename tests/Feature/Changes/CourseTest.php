<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\Reader;
use Skarvo\Changes\Approvals\ApprovalOutcome;
use Skarvo\Changes\ChangeState;
use Tests\TestCase;

/** A change is planned, asked for, approved, carried out, and ended. */
final class CourseTest extends TestCase
{
    use PlansChanges;

    public function test_from_a_plan_to_its_end(): void
    {
        $change = $this->planned();
        self::assertSame([ChangeState::Draft, 'CH-0001'], [$change->state, $change->ref()]);
        $this->go($change, 'begin')->assertSessionHasErrors(['action' => 'CH-0001 is draft: that is not possible now.']);
        $this->go($change, 'ask')->assertSessionHasNoErrors();
        self::assertSame(ChangeState::Asked, $change->refresh()->state);
        // clk-2 carries vehicle lanes, which matter most: it is major, and the owner has a say after the peers.
        self::assertTrue($change->is_major);
        $this->say($change, self::PEER, true)->assertSessionHasNoErrors();
        self::assertSame(ChangeState::Asked, $change->refresh()->state);
        $this->say($change, 'lotte-krone', true)->assertSessionHasErrors();
        $owner = DB::table('items')->where('id', 'vehicle-lanes')->value('business_owner_id');
        $this->say($change, (string) $owner, true)->assertSessionHasNoErrors();
        self::assertSame(
            [ChangeState::Approved, ApprovalOutcome::Granted], [$change->refresh()->state, $change->approval()->first()?->outcome],
        );
        self::assertSame(
            ['CH-0001 New firmware for clk-2', '["clk-2"]'],
            [
                DB::table('quiet_times')->where('id', $change->quiet_id)->value('reason'),
                DB::table('quiet_times')->where('id', $change->quiet_id)->value('items'),
            ]
        );

        $this->at('2026-03-04T22:01:00Z');
        $this->go($change, 'begin')->assertSessionHasNoErrors();
        $mark = fn(): mixed => $this->getJson('/item-card/clk-2')->assertOk()->json('change');
        self::assertSame(['CH-0001', 'under way', true, false], [$mark()['ref'], $mark()['words'], $mark()['isOn'], $mark()['isWrong']]);
        // What was deployed on it meanwhile is over already.
        DB::table('changes')->insert([
            'title' => 'Deployed', 'kind' => 'standard', 'state' => 'done', 'from_at' => now(), 'to_at' => now(), 'began_at' => now(),
            'ended_at' => now(), 'result' => 'ok', 'is_recorded' => true, 'made_at' => now(),
        ]);
        DB::table('change_items')->insert(['change_id' => (int) DB::table('changes')->max('id'), 'item' => 'clk-2', 'goes_down' => false]);
        self::assertSame('CH-0001', $mark()['ref']);
        [$first, $second] = $change->steps()->pluck('id')->all();
        $this->send("/changes/$change->id/tick", ['step' => $second, 'done' => true])
            ->assertSessionHasErrors(['action' => 'First comes: Save the settings']);
        foreach ([$first, $second] as $step) {
            $this->send("/changes/$change->id/tick", ['step' => $step, 'done' => true])->assertSessionHasNoErrors();
        }
        $this->go($change, 'back-out', 'It did not start')->assertSessionHasErrors('why');
        $this->go($change, 'fail')->assertSessionHasErrors(['why' => 'Say what happened: whoever plans the next one reads it.']);
        $this->go($change, 'finish')->assertSessionHasNoErrors();
        self::assertSame([ChangeState::Done, null], [$change->refresh()->state, $change->quiet_id]);
        self::assertSame(
            [
                'change.planned', 'change.asked', 'change.answered', 'change.answered', 'change.decided', 'change.begun',
                'change.step_done', 'change.step_done', 'change.ended',
            ],
            Entry::query()->where('kind', 'like', 'change.%')->orderBy('seq')->pluck('kind')->all(),
        );
        // It stands in the history of what it worked on.
        $this->get('/estate/clk-2')->assertInertia(
            static fn(Shown $page) => $page->where('changes.1.ref', 'CH-0001')->where('latestChange.isOn', false)
                ->where('latestChange.ref', 'CH-0001')
        );
        // For a day it stands beside the state.
        $this->at('2026-03-05T22:00:59Z');
        self::assertSame('CH-0001', $mark()['ref']);
        $this->at('2026-03-05T22:01:01Z');
        self::assertNull($mark());
    }

    public function test_nobody_approves_their_own_and_outsiders_have_no_say(): void
    {
        $change = $this->planned();
        $this->go($change, 'ask');
        $this->say($change, self::BY, true)->assertSessionHasErrors(['action' => 'You asked for it yourself: others decide.']);
        $this->say($change, 'lotte-krone', true)->assertSessionHasErrors();
        $this->say($change, self::PEER, false)
            ->assertSessionHasErrors(['comment' => 'Say why not: whoever asked has to change something.']);
        self::assertSame(0, DB::table('change_answers')->count());
        // Whoever does it has no say either, though somebody else asked.
        $other = $this->planned(implementer: self::PEER);
        $this->go($other, 'ask');
        $this->say($other, self::PEER, true)->assertSessionHasErrors();
    }

    public function test_a_stand_in_speaks_for_somebody_who_is_away(): void
    {
        $owner = (string) DB::table('items')->where('id', 'vehicle-lanes')->value('business_owner_id');
        $this->rules(['stand_ins' => [$owner => ['lotte-krone']]]);
        DB::table('absences')->insert(
            [
                'person_id' => $owner, 'from_at' => now()->subDay()->getTimestamp(), 'to_at' => now()->addDay()->getTimestamp(),
                'what' => 'Leave', 'kind' => 'leave',
            ]
        );
        $change = $this->planned();
        $this->go($change, 'ask');
        $this->say($change, self::PEER, true)->assertSessionHasNoErrors();
        $this->actingAs($this->person('lotte-krone'))->get("/changes/$change->id")
            ->assertInertia(static fn(Shown $page) => $page->where('change.mayAnswer', true));
        $this->get('/')->assertInertia(static fn(Shown $page) => $page->where('approvals.0.ref', 'CH-0001'));
        $this->say($change, 'lotte-krone', true)->assertSessionHasNoErrors();

        self::assertSame(ChangeState::Approved, $change->refresh()->state);
        $entry = Entry::query()->with('words')->where('kind', 'change.answered')->orderByDesc('seq')->firstOrFail();
        self::assertStringContainsString("for {$this->person($owner)->name}", Telling::of($entry)['lead']);
    }

    public function test_what_matters_makes_an_approval_lapse(): void
    {
        $this->minor();
        $change = $this->planned(down: [], touched: ['clk-2']);
        $this->go($change, 'ask');
        $this->say($change, self::PEER, true);
        self::assertSame(ChangeState::Approved, $change->refresh()->state);
        $edit = fn(mixed ...$more) => $this->send(
            "/changes/$change->id",
            [...self::plan(...['down' => [], 'touched' => ['clk-2'], ...$more]), 'version' => $change->refresh()->edition]
        );
        $edit(title: 'Newer firmware for clk-2')->assertSessionHasNoErrors();
        self::assertSame(ChangeState::Approved, $change->refresh()->state, 'Another title changes nothing that was approved.');
        $edit(to: '2026-03-04T23:30:00Z', down: ['clk-2'], touched: [])->assertSessionHasNoErrors();
        self::assertSame([ChangeState::Asked, 2], [$change->refresh()->state, $change->approval()->first()?->round]);
        $difference = (string) $change->approval()->first()?->difference;
        self::assertStringContainsString('now Wed 4 Mar, 23:00 to Thu 5 Mar, 00:30 CET', $difference);
        self::assertStringContainsString('Takes down also', $difference);
        self::assertSame(["change:$change->id"], self::entriesOf(ChangeEntry::AskedAgain));
        // Who still looks at the plan from before says nothing to this one.
        $this->actingAs($this->person(self::PEER));
        $this->send("/changes/$change->id/answer", ['yes' => true, 'round' => 1])->assertSessionHasErrors('action');
    }

    public function test_two_who_edit_at_once(): void
    {
        $change = $this->planned();
        $this->send("/changes/$change->id", [...self::plan(title: 'One'), 'version' => 1])->assertSessionHasNoErrors();
        $this->send("/changes/$change->id", [...self::plan(title: 'Two'), 'version' => 1])->assertSessionHasErrors('action');
        $this->send("/changes/$change->id/go", ['step' => 'ask', 'version' => 1])->assertSessionHasErrors('action');
        self::assertSame(['One', ChangeState::Draft], [$change->refresh()->title, $change->state]);
    }

    public function test_what_was_asked_for_is_taken_back_and_a_step_that_was_not_done_after_all(): void
    {
        $change = $this->planned();
        $this->go($change, 'ask');
        $this->go($change, 'take-back', 'Another week')->assertSessionHasNoErrors();
        self::assertSame(ChangeState::Draft, $change->refresh()->state);
        self::assertSame(["change:$change->id"], self::entriesOf(ChangeEntry::TakenBack));
        $this->say($change, self::PEER, true)->assertSessionHasErrors();

        $change->update(['state' => ChangeState::UnderWay]);
        $step = $change->steps()->orderBy('ordinal')->firstOrFail();
        $this->actingAs($this->person(self::BY));
        foreach ([true, true, false, false] as $done) {
            $this->send("/changes/$change->id/tick", ['step' => $step->id, 'done' => $done])->assertSessionHasNoErrors();
        }
        self::assertNull($step->refresh()->done_at);
        self::assertSame(
            [["change:$change->id"], ["change:$change->id"]],
            [self::entriesOf(ChangeEntry::StepDone), self::entriesOf(ChangeEntry::StepUndone)],
        );
    }

    public function test_what_is_missing_is_asked_for_first(): void
    {
        $change = $this->planned(reason: '', back_out: '');
        $this->go($change, 'ask')->assertSessionHasErrors(['action' => 'Say first: why it is done, the way back.']);
        $this->send('/changes', self::plan(from: '2026-03-01T22:00:00Z', to: '2026-03-01T23:00:00Z'))
            ->assertSessionHasErrors(['to' => 'This is over already. Choose a time that is still to come.']);
        $this->send('/changes', self::plan(to: '2026-03-04T21:00:00Z'))->assertSessionHasErrors('to');
        $this->send('/changes', self::plan(down: ['no-such-item']))->assertSessionHasErrors('down.0');
    }

    public function test_helpers_plan_for_their_own_team(): void
    {
        $this->send('/changes', self::plan(team: 'freight', implementer: null))->assertSessionHasNoErrors();
        $this->actingAs($this->person('sander-berge'));
        $change = $this->planned(team: null, implementer: null, title: 'Freight');
        self::assertSame('freight', $change->team_id);
        $this->actingAs($this->person(self::PEER));
        $this->go($change, 'cancel', 'no')->assertSessionHasErrors('action');
        $this->actingAs($this->person('lotte-krone'))->post('/changes', self::plan())->assertForbidden();
    }

    public function test_nobody_answers_and_it_expires_after_they_were_reminded(): void
    {
        config()->set('skarvo.gateways.mail', 'http://devices.test/mails');
        Http::fake(['*' => Http::response(['ok' => true])]);
        $this->minor();
        $change = $this->planned(from: '2026-03-20T22:00:00Z', to: '2026-03-20T23:00:00Z', touched: ['clk-2'], down: []);
        $this->go($change, 'ask');
        $asked = DB::table('outbox')->where('kind', 'approval')->count();
        self::assertGreaterThan(3, $asked, 'Each peer is asked by mail.');
        $this->clock();
        self::assertSame($asked, DB::table('outbox')->where('kind', 'approval')->count());
        $this->at('2026-03-04T08:00:01Z');
        $this->clock();
        self::assertSame(2 * $asked, DB::table('outbox')->where('kind', 'approval')->count(), 'They are reminded after a day.');
        $this->at('2026-03-10T08:00:00Z');
        $this->clock();
        self::assertSame(
            [ChangeState::Expired, ApprovalOutcome::Expired], [$change->refresh()->state, $change->approval()->first()?->outcome],
        );
        $this->say($change, self::PEER, true)->assertSessionHasErrors('action');
        // It can be asked for again, with a new round.
        $this->go($change, 'ask')->assertSessionHasNoErrors();
        self::assertSame(2, $change->approval()->first()?->round);
    }

    public function test_an_approver_who_leaves(): void
    {
        $owner = (string) DB::table('items')->where('id', 'vehicle-lanes')->value('business_owner_id');
        $this->rules(['stand_ins' => [$owner => ['lotte-krone']]]);
        $change = $this->planned();
        $this->go($change, 'ask');
        $this->say($change, self::PEER, true);
        $this->person($owner)->update(['left_at' => now()]);
        $this->say($change, 'lotte-krone', true)->assertSessionHasNoErrors();
        self::assertSame(ChangeState::Approved, $change->refresh()->state);
        $this->rules([]);
        // Who has left is not asked: without a stand-in whoever coordinates says it in their place.
        $other = $this->planned();
        $this->go($other, 'ask');
        $this->say($other, self::PEER, true);
        $this->say($other, 'ingrid-vale', true)->assertSessionHasNoErrors();
        self::assertSame(ChangeState::Approved, $other->refresh()->state);
        $this->rules(['stand_ins' => [$owner => ['lotte-krone', self::BY]]]);
        $third = $this->planned();
        $this->go($third, 'ask');
        $this->say($third, self::PEER, true);
        $this->say($third, 'ingrid-vale', true)->assertSessionHasErrors('action');
        $this->say($third, 'lotte-krone', true)->assertSessionHasNoErrors();
        // Nor is a stand-in who plans it themselves.
        $this->rules(['stand_ins' => [$owner => [self::BY]]]);
        $fourth = $this->planned();
        $this->go($fourth, 'ask');
        $this->say($fourth, self::PEER, true);
        $this->say($fourth, 'ingrid-vale', true)->assertSessionHasNoErrors();
        self::assertSame([ChangeState::Approved, ChangeState::Approved], [$third->refresh()->state, $fourth->refresh()->state]);
        $this->rules([]);
        DB::table('people')->whereNotNull('left_at')->update(['left_at' => null]);
        $next = $this->planned();
        $this->go($next, 'ask');
        $this->say($next, self::PEER, true);
        $this->person($owner)->update(['left_at' => now()]);
        // Asked before they left, and without a stand-in, it is stuck, and says so.
        $this->get("/changes/$next->id")->assertInertia(static fn(Shown $page) => $page->where('change.stages.1.stuck', true));
    }

    public function test_an_emergency_is_reviewed_by_somebody_else(): void
    {
        $this->rules(
            [
                'kinds' => [
                    'emergency' => [
                        'stages' => [['name' => 'coordinators', 'of' => ['@coordinators'], 'needs' => 'one']],
                        'review' => ['by' => 'mika-sund', 'working_days' => 2],
                    ],
                ],
            ]
        );
        $change = $this->planned(kind: 'emergency', from: '2026-03-03T08:00:00Z', to: '2026-03-03T08:30:00Z');
        $this->go($change, 'ask');
        // Thursday is no working day here.
        DB::table('settings')->insert(['id' => 'holidays', 'value' => '{"2026-03-05":"Founders"}', 'version' => 1]);
        $this->say($change, 'ingrid-vale', true)->assertSessionHasNoErrors();
        $this->go($change, 'begin')->assertSessionHasNoErrors();
        $this->at('2026-03-03T08:45:00Z');
        self::assertTrue($change->refresh()->overruns());
        $this->go($change, 'back-out', 'The new image does not boot')->assertSessionHasNoErrors();
        self::assertSame(
            [ChangeState::InReview, 'mika-sund', '2026-03-06'],
            [$change->refresh()->state, $change->review_by_id, $change->review_due_at?->setTimezone('Europe/Oslo')->toDateString()]
        );
        $this->go($change, 'review', 'Fine')->assertSessionHasErrors('action');
        $this->actingAs($this->person('mika-sund'));
        $this->go($change, 'review', 'The image was for another board')->assertSessionHasNoErrors();
        self::assertSame([ChangeState::BackedOut, 'The image was for another board'], [$change->refresh()->state, $change->review_text]);
        self::assertSame(["change:$change->id"], self::entriesOf(ChangeEntry::Reviewed));
    }

    public function test_a_plan_says_what_it_touches_and_what_speaks_against_its_time(): void
    {
        $this->rules(
            [
                'freezes' => [['name' => 'Ferry week', 'from' => '2026-03-04T00:00', 'to' => '2026-03-06T00:00']],
                'windows' => [['name' => 'nights', 'days' => ['fri'], 'from' => '22:00', 'to' => '04:00']],
            ]
        );
        $other = $this->planned(from: '2026-03-06T21:00:00Z', to: '2026-03-06T23:00:00Z', title: 'Antenna');
        $this->go($other, 'ask');
        DB::table('absences')->insert(
            [
                'person_id' => self::BY, 'from_at' => strtotime('2026-03-06T23:30:00Z'), 'to_at' => strtotime('2026-03-07T00:30:00Z'),
                'what' => 'Leave', 'kind' => 'leave',
            ]
        );
        $look = fn(string $from, string $to) => $this->postJson('/changes/look', [
            'kind' => 'normal', 'down' => ['clk-2'], 'touched' => [], 'implementer' => self::BY, 'from' => $from, 'to' => $to,
        ])->assertOk();
        $answer = $look('2026-03-04T20:00:00Z', '2026-03-04T21:30:00Z');

        self::assertContains('vehicle-lanes', array_column((array) $answer->json('services'), 'id'));
        self::assertStringContainsString('tier 1', (string) $answer->json('warning'));
        self::assertStringStartsWith('Outside the hours “nights” (', (string) $answer->json('against.0'));
        self::assertSame('Nothing is changed during “Ferry week”.', $answer->json('against.1'));
        // The freeze ends on Friday; Antenna is until midnight in Oslo, and from 00:30 to 01:30 whoever does it is away.
        self::assertSame('2026-03-07T00:30:00Z', gmdate('Y-m-d\TH:i:s\Z', intdiv((int) $answer->json('slots.0.from'), 1000)));
        $kinds = array_column((array) $answer->json('inTheWay'), 'kind');
        self::assertSame(['windows', 'freezes', 'busy', 'crew'], array_values(array_unique($kinds)));
        self::assertStringContainsString(
            'CH-0001 Antenna', implode(' ', (array) $look('2026-03-06T22:00:00Z', '2026-03-06T23:00:00Z')->json('against'))
        );
        $this->get('/changes')
            ->assertInertia(static fn(Shown $page) => $page->where('changes.0.ref', 'CH-0001')->where('calendar.0.name', 'Ferry week'));
        // On the band each thing stands by itself, cut to what is shown.
        $band = $this->postJson('/changes/look', [
            'kind' => 'normal', 'down' => ['clk-2'], 'touched' => [], 'implementer' => self::BY, 'band' => '2026-03-04T23:00:00Z',
        ])->assertOk()->json('band');
        self::assertIsArray($band);
        $at = static fn(string $time): int => (int) strtotime($time) * 1000;
        self::assertSame([$at('2026-03-04T23:00:00Z'), $at('2026-03-11T23:00:00Z')], [$band['from'], $band['to']]);
        $of = static fn(string $kind): array => array_values(array_map(
            static fn(array $one): array => [$one['from'], $one['to']],
            array_filter((array) $band['blocked'], static fn(array $one): bool => $one['kind'] === $kind),
        ));
        self::assertSame(
            [[$at('2026-03-04T23:00:00Z'), $at('2026-03-06T21:00:00Z')], [$at('2026-03-07T03:00:00Z'), $at('2026-03-11T23:00:00Z')]],
            $of('windows')
        );
        self::assertSame([[$at('2026-03-04T23:00:00Z'), $at('2026-03-05T23:00:00Z')]], $of('freezes'));
        self::assertSame([[$at('2026-03-06T21:00:00Z'), $at('2026-03-06T23:00:00Z')]], $of('busy'));
        self::assertSame([[$at('2026-03-06T23:30:00Z'), $at('2026-03-07T00:30:00Z')]], $of('crew'));
    }

    public function test_the_calendar_has_hours_other_work_and_what_each_belongs_to(): void
    {
        $this->rules(
            [
                'windows' => [
                    ['name' => 'nights', 'days' => ['fri'], 'from' => '22:00', 'to' => '04:00'],
                    ['name' => 'lanes', 'item' => 'vehicle-lanes', 'days' => ['sat'], 'from' => '01:00', 'to' => '02:00'],
                ],
            ]
        );
        $this->minor();
        $change = $this->planned();
        $this->go($change, 'ask');
        $this->say($change, self::PEER, true)->assertSessionHasNoErrors();
        DB::table('quiet_times')->insert([
            [
                'items' => '[]', 'with_dependents' => false, 'covers' => '[]', 'from_at' => '2026-03-05 08:00:00',
                'to_at' => '2026-03-05 09:00:00', 'reason' => 'Diving at Ask', 'author_id' => self::BY, 'made_at' => now(),
            ],
            [
                'items' => '[]', 'with_dependents' => false, 'covers' => '[]', 'from_at' => '2026-03-05 08:00:00',
                'to_at' => '2026-03-05 08:00:00', 'reason' => 'Ended before it began', 'author_id' => self::BY, 'made_at' => now(),
            ],
        ]);
        $this->rules(
            [
                'windows' => [
                    ['name' => 'nights', 'days' => ['fri'], 'from' => '22:00', 'to' => '04:00'],
                    ['name' => 'lanes', 'item' => 'vehicle-lanes', 'days' => ['sat'], 'from' => '01:00', 'to' => '02:00'],
                ],
            ]
        );
        $this->get('/changes')->assertInertia(static fn(Shown $page) => $page->where('calendar', static function (iterable $ground): bool {
            $work = array_filter([...$ground], static fn(mixed $one): bool => is_array($one) && $one['kind'] === 'work');

            return ! str_contains(json_encode($work, JSON_THROW_ON_ERROR), 'CH-0001')
                && ! str_contains(json_encode($work, JSON_THROW_ON_ERROR), 'Ended before')
                && in_array('Diving at Ask', array_column($work, 'name'), true);
        })
            ->where('hours.0.of', null)->where('hours.0.open.1.from', strtotime('2026-03-06T21:00:00Z') * 1000)
                ->where('hours.1.of', 'Vehicle lanes')->missing('belongs')
            ->reloadOnly('belongs', static fn(Shown $asked) => $asked->where(
                "belongs.$change->id.services", static fn(iterable $services): bool => in_array('Vehicle lanes', [...$services], true)
            )
                ->where("belongs.$change->id.places", [(string) DB::table('items')->where('id', 'clk-2')->value('site')])));
        $this->get(
            '/changes/new?begin=1772800000000&end=1772803600000&team=Vehicle%20lanes'
        )->assertInertia(static fn(Shown $page) => $page->where('marked.from', 1772800000000)->where('marked.to', 1772803600000)
            ->reloadOnly('colleagues', static fn(Shown $asked) => $asked->has('colleagues.0.name')));
        foreach (['begin=2&end=1', 'begin=1&end=9999999999999999', 'begin=1772800000000'] as $wrong) {
            $this->get("/changes/new?$wrong")->assertOk()->assertInertia(static fn(Shown $page) => $page->where('marked', null));
        }
    }

    public function test_one_knows_when_to_turn_back_and_sees_its_hours_end_while_it_runs(): void
    {
        $this->rules(
            ['major' => new \stdClass, 'windows' => [['name' => 'nights', 'days' => ['wed'], 'from' => '22:00', 'to' => '24:00']]]
        );
        $this->postJson('/changes/look', [
            'kind' => 'normal', 'down' => [], 'touched' => [], 'back_out' => 'Put it back', 'back_minutes' => 20,
            'steps' => [['text' => 'Look'], ['text' => 'Write', 'no_return' => true]],
        ])->assertOk()->assertJsonPath(
            'wayBack', 'It can be taken back until step 2 (“Write”) is done, and then no more; that takes about 20 min.'
        );
        $this->postJson('/changes/look', ['kind' => 'normal', 'down' => [], 'touched' => []])
            ->assertJsonPath('wayBack', 'No way back is named.');
        $change = $this->planned(back_minutes: 20);
        $this->go($change, 'ask');
        $this->say($change, self::PEER, true)->assertSessionHasNoErrors();
        $shown = fn(string $prop): mixed => data_get($this->get("/changes/$change->id")->assertOk()->viewData('page'), "props.$prop");
        self::assertSame('2026-03-04T22:40:00.000000Z', $shown('change.turnBackBy'));
        $this->at('2026-03-04T22:10:00Z');
        $this->go($change, 'begin')->assertSessionHasNoErrors();
        self::assertSame([], $shown('looked.against'));
        // Midnight in Oslo: its time is over, and so are the hours.
        $this->at('2026-03-04T23:00:01Z');
        self::assertStringStartsWith('Outside the hours “nights”', implode(' ', (array) $shown('looked.against')));
        $this->at('2026-03-04T22:50:00Z');
        foreach ($change->steps()->pluck('id')->all() as $step) {
            $this->send("/changes/$change->id/tick", ['step' => $step, 'done' => true])->assertSessionHasNoErrors();
        }
        self::assertNull($shown('change.turnBackBy'));
        self::assertSame('The point of no return is behind: there is no way back any more.', $shown('change.wayBack'));
        $other = $this->planned(title: 'Other');
        $this->go($other, 'ask');
        $this->send("/changes/$other->id", [...self::plan(title: 'Other', back_minutes: 5), 'version' => $other->refresh()->edition])
            ->assertSessionHasNoErrors();
        self::assertSame('The way back takes 5 min now.', $other->approval()->first()?->difference);
    }

    public function test_collisions_are_told_in_words(): void
    {
        foreach (['One', 'Two'] as $title) {
            $this->go($this->planned(title: $title), 'ask');
        }
        $this->get('/changes')->assertInertia(static fn(Shown $page) => $page->where('collisions.0.changes', ['CH-0001', 'CH-0002'])
            ->where('collisions.0.words', static fn(string $words): bool => str_contains($words, 'CH-0001 and CH-0002 both work on')));
    }

    public function test_they_are_read_in_calendars(): void
    {
        $this->planned(title: 'Only a draft');
        $asked = $this->planned();
        $this->go($asked, 'ask');
        $this->go($this->planned(title: 'Not done'), 'ask');
        $this->go(Change::query()->latest('id')->firstOrFail(), 'cancel', 'No time');
        $this->send('/feeds', ['kind' => 'changes'])->assertSessionHasNoErrors();
        $address = (string) session('feed');
        $this->get('/changes')->assertInertia(static fn(Shown $page) => $page->count('feeds', 1)->where('feeds.0.kind', 'changes'));
        $this->get('/on-call/lanes')->assertInertia(static fn(Shown $page) => $page->count('feeds', 0));
        $this->app['auth']->guard()->logout();
        $calendar = Reader::read((string) $this->get($address)->assertOk()->getContent());
        self::assertInstanceOf(VCalendar::class, $calendar);
        $events = array_values(array_filter($calendar->getComponents(), static fn($one): bool => $one instanceof VEvent));

        $of = static fn(VEvent $one, string $name): string => implode(
            '', array_map(static fn($property): string => (string) $property, $one->select($name))
        );
        self::assertSame([], $calendar->validate());
        self::assertSame(
            ['CH-0002 New firmware for clk-2', 'CH-0003 Not done'],
            array_map(static fn(VEvent $one): string => $of($one, 'SUMMARY'), $events)
        );
        self::assertSame(['TENTATIVE', 'CANCELLED'], array_map(static fn(VEvent $one): string => $of($one, 'STATUS'), $events));
        self::assertSame('20260304T220000Z', $of($events[0], 'DTSTART'));
    }
}
