<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Incidents\Incident;
use App\Platform\Moment;
use App\Signals\Alert;
use App\Signals\AlertGroups;
use App\Signals\KeepGroupsInOrder;
use Carbon\CarbonImmutable;
use Carbon\CarbonInterface;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** What is kept of groups is what a look at all of their alerts finds. */
final class KeepGroupsInOrderTest extends TestCase
{
    private const INCIDENT = 700;

    protected function setUp(): void
    {
        parent::setUp();
        Incident::factory()->create(['id' => self::INCIDENT]);
        DB::table('alerts')->update(['closed_at' => now()]);
        $this->signal(array_map(static fn(int $i): array => self::firing("host-$i", 'error'), range(1, 30)));
        $this->takeSignals();
    }

    private static function keep(): int
    {
        return (new KeepGroupsInOrder)(static fn(): bool => true);
    }

    /** What is kept, and what has changed since, against a question that says the same and is answered by all alerts. */
    private static function assertTheSame(string $when): void
    {
        $query = Alert::query()->undecided();
        $byAll = Alert::query()->undecided()->whereRaw('1 = 1');
        foreach ([null, 1, 4] as $most) {
            self::assertSame((new AlertGroups)->inOrder->first($byAll, $most), (new AlertGroups)->inOrder->first($query, $most), $when);
        }
        self::assertSame((new AlertGroups)->inOrder->untaken($byAll, 3), (new AlertGroups)->inOrder->untaken($query, 3), $when);
        self::assertSame((new AlertGroups)->inOrder->count($byAll), (new AlertGroups)->inOrder->count($query), $when);
    }

    /** @return array<string, mixed> what may happen to an alert */
    private static function chance(): array
    {
        return match (mt_rand(0, 10)) {
            0 => ['closed_at' => now()],
            1 => ['closed_at' => null],
            2 => ['level' => ['info', 'warning', 'error', 'critical'][mt_rand(0, 3)]],
            3 => ['taken_at' => mt_rand(0, 1) === 0 ? now() : null],
            4 => ['wait_until' => now()->addMinutes(mt_rand(-10, 20))],
            5 => ['handling' => 'hours', 'handle_at' => mt_rand(0, 3) === 0 ? null : now()->addMinutes(mt_rand(-10, 20))],
            6 => ['item_id' => [null, 'clk-2', 'tide-feed', 'mw-skjell'][mt_rand(0, 3)]],
            7 => ['decide_again_at' => mt_rand(0, 1) === 0 ? now() : null],
            8 => ['put_away_at' => mt_rand(0, 1) === 0 ? now() : null],
            9 => ['incident_id' => mt_rand(0, 1) === 0 ? null : self::INCIDENT],
            default => ['first_signal_at' => now()->subMinutes(mt_rand(0, 30))],
        };
    }

    public function test_whatever_happens_the_same_groups_come_in_the_same_order(): void
    {
        mt_srand(7);
        $ids = Alert::query()->whereNull('closed_at')->pluck('id')->all();
        foreach (range(1, 60) as $turn) {
            foreach (range(1, mt_rand(1, 6)) as $ignored) {
                $one = DB::table('alerts')->where('id', $ids[mt_rand(0, count($ids) - 1)]);
                mt_rand(0, 4) === 0
                    ? $one->update(['group_id' => $ids[mt_rand(0, min(12, count($ids) - 1))]])
                    : $one->update(self::chance());
            }
            if (mt_rand(0, 2) > 0) {
                self::keep();
            }
            self::assertTheSame("turn $turn");
            $this->travel(mt_rand(0, 240))->seconds();
            self::assertTheSame("turn $turn, later");
        }
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function changes(): iterable
    {
        yield 'level' => [['level' => 'critical']];
        yield 'item' => [['item_id' => 'clk-2']];
        yield 'beginning' => [['first_signal_at' => '2020-01-01 00:00:00.000']];
        yield 'to be decided again' => [['decide_again_at' => '2020-01-01 00:00:00.000']];
        yield 'part of an incident' => [['incident_id' => self::INCIDENT]];
        yield 'taken' => [['taken_at' => '2020-01-01 00:00:00.000']];
        yield 'handling' => [['handling' => 'record']];
        yield 'when it is handled' => [['handle_at' => '2020-01-01 00:00:00.000']];
        yield 'waits' => [['wait_until' => '2040-01-01 00:00:00.000']];
        yield 'closed' => [['closed_at' => '2020-01-01 00:00:00.000']];
        yield 'put away' => [['put_away_at' => '2020-01-01 00:00:00.000']];
    }

    /** @param  array<string, mixed>  $change */
    #[DataProvider('changes')]
    public function test_a_change_marks_its_group_and_no_other(array $change): void
    {
        self::keep();
        $alert = Alert::query()->undecided()->firstOrFail();
        DB::table('alerts')->where('id', $alert->id)->update($change);

        self::assertSame([$alert->group_id], array_map(intval(...), KeepGroupsInOrder::toOrder()->pluck('group_id')->all()));
        self::assertSame(1, self::keep());
        self::assertSame(0, self::keep());
    }

    public function test_a_change_of_group_marks_both(): void
    {
        self::keep();
        [$from, $to] = Alert::query()->undecided()->limit(2)->get()->all();
        DB::table('alerts')->where('id', $from->id)->update(['group_id' => $to->group_id]);

        $marked = array_map(intval(...), KeepGroupsInOrder::toOrder()->orderBy('group_id')->pluck('group_id')->all());
        $expected = [$from->group_id, $to->group_id];
        sort($expected);
        self::assertSame($expected, $marked);
    }

    public function test_a_repeat_marks_nothing(): void
    {
        self::keep();
        $this->travel(1)->seconds();
        $this->signal([self::firing('host-3', 'error')]);
        $this->takeSignals();

        self::assertSame(2, Alert::query()->where('item_named', 'host-3')->firstOrFail()->count);
        self::assertFalse(KeepGroupsInOrder::toOrder()->exists());
    }

    public function test_what_waits_is_kept_anew_when_it_comes_back(): void
    {
        [$one, $other] = Alert::query()->undecided()->limit(2)->get()->all();
        $inMinutes = static fn(int $minutes): CarbonInterface => now()->addMinutes($minutes)->startOfSecond();
        DB::table('alerts')->where('id', $one->id)->update(['wait_until' => $inMinutes(5)]);
        DB::table('alerts')->where('id', $other->id)
            ->update(['group_id' => $one->group_id, 'handling' => 'hours', 'handle_at' => $inMinutes(10)]);
        $count = static fn(): array => (new AlertGroups)->inOrder->count(Alert::query()->undecided());
        self::keep();
        self::assertSame([28, 28], $count());

        foreach ([[29, 29], [29, 30]] as $then) {
            $this->travelTo($inMinutes(5)->subSecond());
            self::assertFalse(KeepGroupsInOrder::toOrder()->exists());
            $this->travel(1)->seconds();
            // Before the clock comes, and after.
            self::assertSame($then, $count());
            self::assertSame(1, self::keep());
            self::assertSame($then, $count());
        }
        self::assertSame(0, DB::table('groups_to_order')->count());
    }

    public function test_what_comes_back_while_groups_are_kept_is_not_lost(): void
    {
        self::keep();
        $at = CarbonImmutable::instance(now()->startOfSecond());
        $alerts = Alert::query()->undecided()->limit(8)->pluck('id')->all();
        // One for each second, of which each look at the time takes one.
        foreach ($alerts as $seconds => $id) {
            DB::table('alerts')->where('id', $id)->update(['handling' => 'hours', 'handle_at' => $at->addSeconds($seconds)]);
        }
        $looks = 0;
        Date::setTestNow(static function () use (&$looks, $at): CarbonInterface {
            return $at->addSeconds($looks++);
        });
        self::keep();
        $this->travelTo($at->addMinute());
        self::assertSame(30, (new AlertGroups)->inOrder->count(Alert::query()->undecided())[0]);
    }

    public function test_the_clock_keeps_them_and_none_if_another_has_taken_over(): void
    {
        self::assertSame(0, (new KeepGroupsInOrder)(static fn(): bool => false));
        self::assertSame(0, DB::table('groups_in_order')->count());

        $this->clock();
        self::assertSame(30, DB::table('groups_in_order')->count());
        self::assertSame(0, DB::table('groups_to_order')->where('due_at', '<=', Moment::precise(now()))->count());
    }

    public function test_a_look_goes_over_no_alert_that_has_not_changed(): void
    {
        self::keep();
        DB::enableQueryLog();
        (new AlertGroups)->inOrder->first(Alert::query()->undecided(), 5);
        $asked = array_values(array_filter(
            DB::getQueryLog(), static fn(array $one): bool => str_contains($one['query'], 'groups_in_order'),
        ));
        self::assertCount(1, $asked);

        $plan = array_column(DB::select("explain query plan {$asked[0]['query']}", $asked[0]['bindings']), 'detail');
        foreach ($plan as $step) {
            self::assertDoesNotMatchRegularExpression('/^SCAN alerts\b/', $step);
        }
        // In the order in which they are shown: of 20,000 the first are read.
        self::assertContains('SEARCH groups_in_order USING INDEX groups_in_order_by_level_index (known=?)', $plan);
    }
}
