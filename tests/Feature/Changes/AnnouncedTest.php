<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use App\Changes\Change;
use App\Updates\Following\Subscription;
use App\Updates\Planned\PlannedWork;
use App\Updates\Planned\TellPlanned;
use App\Updates\UpdateEntry;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Changes\ChangeState;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Planned\PlanStage;
use Tests\TestCase;

/** What people were told of a change goes along with it. */
final class AnnouncedTest extends TestCase
{
    use PlansChanges;

    private Change $change;

    protected function setUp(): void
    {
        parent::setUp();
        config()->set('skarvo.gateways.mail', 'http://devices.test/mails');
        Http::fake(['*' => Http::response(['ok' => true])]);
        $this->minor();
        Subscription::factory()->at(Channel::Mail, 'lanes@ferry.example')->create();
        $this->actingAs($this->person(self::BY));
        $this->change = $this->planned();
        $this->go($this->change, 'ask');
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        $this->actingAs($this->person('ingrid-vale'));
        $this->send("/quiet/{$this->change->refresh()->quiet_id}/announce", ['before' => 'Bring cash'])->assertSessionHasNoErrors();
        $this->actingAs($this->person(self::BY));
    }

    private function work(): PlannedWork
    {
        return PlannedWork::query()->sole();
    }

    private function edit(mixed ...$more): void
    {
        $this->send("/changes/{$this->change->id}", [...self::plan(...$more), 'version' => $this->change->refresh()->edition])
            ->assertSessionHasNoErrors();
    }

    /** @return list<string> */
    private function subjects(): array
    {
        (new TellPlanned)(static fn(): bool => true);
        $this->deliver();

        return array_values(
            Http::recorded(static fn(Request $one): bool => $one['to'] === 'lanes@ferry.example')
                ->map(static fn(array $pair): string => (string) $pair[0]['subject'])->all()
        );
    }

    public function test_a_change_that_moves_is_told_anew_once_it_is_approved_again(): void
    {
        self::assertSame(['Planned work on Vehicle lanes'], $this->subjects());
        $this->edit(from: '2026-03-05T22:00:00Z', to: '2026-03-05T23:00:00Z');
        self::assertCount(1, $this->subjects(), 'Nothing is told before others said yes to it.');
        self::assertTrue($this->work()->is_held);
        $this->get("/changes/{$this->change->id}")->assertInertia(static fn(Shown $page) => $page->where('change.planned.held', true));
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        self::assertSame(['Planned work on Vehicle lanes', 'Planned work on Vehicle lanes has changed'], $this->subjects());
        $work = $this->work();
        self::assertSame(
            [2, PlanStage::Moved, false, $this->change->refresh()->quiet_id, '2026-03-05 22:00'],
            [$work->round, $work->stage, $work->is_held, $work->quiet_id, $work->from_at->format('Y-m-d H:i')]
        );
        self::assertStringContainsString("SEQUENCE:1\r\n", (string) $this->get('/status/planned.ics')->getContent());
        // Two hours before it begins they are told again, of this time as well.
        $this->at('2026-03-05T20:00:00Z');
        self::assertSame('Planned work on Vehicle lanes begins soon', $this->subjects()[2] ?? null);
        // And once more.
        $this->edit(from: '2026-03-05T23:00:00Z', to: '2026-03-05T23:30:00Z');
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        self::assertSame('Planned work on Vehicle lanes has changed', $this->subjects()[3] ?? null);
        $this->at('2026-03-05T23:00:00Z');
        $this->go($this->change, 'begin')->assertSessionHasNoErrors();
        $this->at('2026-03-05T23:10:00Z');
        $this->go($this->change, 'finish')->assertSessionHasNoErrors();
        self::assertSame('Planned work on Vehicle lanes is done', $this->subjects()[4] ?? null);
        self::assertCount(5, $this->subjects());
    }

    public function test_what_was_not_told_yet_is_told_as_it_is_now_and_not_twice_in_the_last_moment(): void
    {
        // Announced, and moved before any of it went out.
        (new TellPlanned)(static fn(): bool => true);
        $this->edit(from: '2026-03-04T21:00:00Z', to: '2026-03-04T22:00:00Z');
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        self::assertSame(['Planned work on Vehicle lanes has changed'], $this->subjects());
        // An hour before it begins: who is told its new time is not told the same again.
        $this->at('2026-03-04T20:30:00Z');
        self::assertSame('Planned work on Vehicle lanes begins soon', $this->subjects()[1] ?? null);
        $sent = static fn(): mixed => DB::table('planned_deliveries')->where('stage', 'moved')->where('round', 2)->value('sent_at');
        $before = $sent();
        $this->edit(from: '2026-03-04T21:15:00Z', to: '2026-03-04T22:00:00Z');
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        self::assertSame('Planned work on Vehicle lanes has changed', $this->subjects()[2] ?? null);
        $this->at('2026-03-04T20:45:00Z');
        self::assertCount(3, $this->subjects());
        self::assertSame(
            [$before, 1],
            [$sent(), DB::table('planned_deliveries')->where('stage', 'moved')->where('round', 3)->whereNotNull('sent_at')->count()]
        );
        self::assertCount(2, self::entriesOf(UpdateEntry::WorkMoved));
    }

    public function test_what_changes_nothing_for_them_is_not_told(): void
    {
        $this->subjects();
        $this->edit(back_out: 'Take the spare');
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        self::assertCount(1, $this->subjects());
        self::assertSame([1, PlanStage::Announced, false], [$this->work()->round, $this->work()->stage, $this->work()->is_held]);
    }

    public function test_one_that_is_refused_expires_or_is_cancelled_does_not_take_place(): void
    {
        $this->subjects();
        $ends = [
            function (): void {
                foreach ($this->change->approval()->first()->stages[0]['of'] ?? [] as $peer) {
                    $this->say($this->change, $peer, false, 'Not in that week')->assertSessionHasNoErrors();
                }
            },
            fn() => $this->go($this->change, 'cancel', 'No time'),
            function (): void {
                $this->at('2026-03-11T00:00:00Z');
                $this->clock();
            },
            function (): void {
                $this->edit(down: [], touched: ['clk-2']);
                $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
            },
        ];
        foreach ($ends as $i => $end) {
            DB::beginTransaction();
            $this->edit(from: '2026-03-20T22:00:00Z', to: '2026-03-20T23:00:00Z');
            $before = count($this->subjects());
            $end();
            self::assertSame('Planned work on Vehicle lanes does not take place', $this->subjects()[$before] ?? null, "The end no. $i");
            self::assertCount($before + 1, $this->subjects());
            DB::rollBack();
            $this->at('2026-03-03T08:00:00Z');
            $this->change->refresh();
        }
        self::assertSame(ChangeState::Approved, $this->change->state);
    }

    public function test_one_that_nobody_approves_again_in_time_does_not_take_place(): void
    {
        $this->subjects();
        $this->edit(down: ['clk-2', 'manifest-db-2']);
        $this->at('2026-03-04T21:59:59Z');
        self::assertCount(1, $this->subjects());
        $this->at('2026-03-04T22:00:00Z');
        self::assertSame('Planned work on Vehicle lanes does not take place', $this->subjects()[1] ?? null);
    }

    public function test_beginning_a_little_sooner_is_no_news(): void
    {
        $this->subjects();
        $this->at('2026-03-04T21:50:00Z');
        $this->go($this->change, 'begin')->assertSessionHasNoErrors();
        self::assertSame(['Planned work on Vehicle lanes', 'Planned work on Vehicle lanes begins soon'], $this->subjects());
        self::assertSame($this->change->refresh()->quiet_id, $this->work()->quiet_id);
        $this->at('2026-03-04T22:20:00Z');
        $this->go($this->change, 'finish')->assertSessionHasNoErrors();
        self::assertSame('Planned work on Vehicle lanes is done', $this->subjects()[2] ?? null);
    }

    public function test_what_takes_down_something_else_at_the_same_time_is_told_anew(): void
    {
        $this->subjects();
        $this->edit(down: ['clk-2', 'announcements']);
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        foreach ($this->change->refresh()->approval()->first()->stages ?? [] as $stage) {
            foreach ($this->change->refresh()->state === ChangeState::Asked ? $stage['of'] : [] as $person) {
                $this->say($this->change, $person, true);
            }
        }
        self::assertSame(ChangeState::Approved, $this->change->refresh()->state);
        self::assertStringContainsString('has changed', $this->subjects()[1] ?? '');
        self::assertContains('Announcements', $this->work()->names());
    }

    public function test_work_that_is_brought_forward_to_a_time_that_has_begun_by_now_is_told_with_that_time(): void
    {
        $this->subjects();
        $this->edit(from: '2026-03-03T09:00:00Z', to: '2026-03-03T10:00:00Z');
        $this->at('2026-03-03T08:59:00Z');
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        self::assertSame('Planned work on Vehicle lanes has changed', $this->subjects()[1] ?? null);
        $this->edit(from: '2026-03-04T22:00:00Z', to: '2026-03-04T23:00:00Z');
        $this->say($this->change, self::PEER, true)->assertSessionHasNoErrors();
        $this->subjects();
        // Begun long before its time, which is over sooner too.
        $this->at('2026-03-04T20:00:00Z');
        $this->go($this->change, 'begin')->assertSessionHasNoErrors();
        self::assertSame('Planned work on Vehicle lanes has changed', last($this->subjects()));
        self::assertSame('2026-03-04 20:00', $this->work()->from_at->format('Y-m-d H:i'));
    }
}
