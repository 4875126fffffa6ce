<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Platform\Moment;
use App\Signals\Live\GatherAlerts;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\Stamp;
use Tests\TestCase;

/** Groups that are brought up to date are those that are made of all alerts at once. */
final class GatherAlertsTest extends TestCase
{
    private const AT = 1_790_000_000;

    private int $number = 0;

    protected function setUp(): void
    {
        parent::setUp();
        DB::table('alerts')->delete();
        foreach (range(1, 7) as $n) {
            DB::table('items')->insert(['id' => "h$n", 'name' => "h$n", 'kind' => 'host']);
        }
        foreach ([['h1', 'h2'], ['h2', 'h3'], ['h3', 'h4'], ['h5', 'h6']] as [$from, $to]) {
            DB::table('dependencies')->insert(['from_id' => $from, 'to_id' => $to, 'strength' => 'hard']);
        }
    }

    private function opens(string $item, int $after): int
    {
        $opened = Moment::text(self::AT + $after);
        $key = "$item/".++$this->number;
        $stamp = Stamp::ofOpening(self::AT + $after, $key);
        $id = DB::table('alerts')->insertGetId([
            'key' => $key, 'number' => 1, 'source' => 'probe', 'check' => 'ping', 'item_id' => $item, 'item_named' => $item,
            'level' => 'error', 'first_signal_at' => $opened, 'last_signal_at' => $opened, 'opened_at' => $opened, 'count' => 1,
            'flips' => 0, 'threads' => '[]', 'stamp' => $stamp, 'items' => json_encode([$item => [$stamp, true]]),
        ]);
        DB::table('alert_items')->insert(['alert_id' => $id, 'item' => $item, 'stamp' => $stamp, 'opened_at' => $opened, 'fires' => true]);

        return $id;
    }

    private static function withdraw(int $id): void
    {
        DB::table('alerts')->where('id', $id)->update(['withdrawn_at' => now()]);
    }

    /** @param  list<int>  $changed */
    private static function gather(array $changed): void
    {
        $settings = new Settings(gather: 300, gatherLimit: 1800, reach: 1);
        (new GatherAlerts($settings))((string) DB::table('alerts')->whereIn('id', $changed)->min('stamp'), $changed);
    }

    /** @return array<int, array<string, mixed>> of each alert that is, what it joined and where it is shown */
    private static function gathered(): array
    {
        $groups = [];
        foreach (
            DB::table('alerts')->whereNull('withdrawn_at')->orderBy('id')
                ->get(['id', 'joined_id', 'gathered_in_id', 'merged_into_id', 'merged_stamp', 'group_id']) as $row
        ) {
            $groups[(int) $row->id] = (array) $row;
        }

        return $groups;
    }

    /** @return array<int, array<string, mixed>> */
    private static function atOnce(): array
    {
        DB::beginTransaction();
        DB::table('alerts')->update([
            'joined_id' => null, 'gathered_in_id' => null, 'merged_into_id' => null, 'merged_stamp' => null, 'group_id' => null,
        ]);
        self::gather(array_map(intval(...), array_values(DB::table('alerts')->pluck('id')->all())));
        $groups = self::gathered();
        DB::rollBack();

        return $groups;
    }

    public function test_what_brought_two_groups_together_and_never_was_leaves_two(): void
    {
        $upper = [$this->opens('h1', 0), $this->opens('h1', 5)];
        $lower = [$this->opens('h3', 10), $this->opens('h3', 15)];
        self::gather([...$upper, ...$lower]);
        $between = $this->opens('h2', 20);
        $later = $this->opens('h3', 25);
        self::gather([$between, $later]);
        self::assertSame([$upper[0]], array_values(array_unique(array_column(self::gathered(), 'group_id'))));

        self::withdraw($between);
        self::gather([$between]);
        self::assertSame(
            [$upper[0], $upper[0], $lower[0], $lower[0], $lower[0]], array_column(self::gathered(), 'group_id'),
        );
        self::assertSame(self::atOnce(), self::gathered());
    }

    public function test_in_whatever_order_alerts_open_late_and_never_were(): void
    {
        foreach (range(1, 12) as $seed) {
            mt_srand($seed);
            DB::table('alerts')->delete();
            foreach (range(1, 12) as $turn) {
                $changed = array_map(
                    fn(): int => $this->opens('h'.mt_rand(1, 7), mt_rand(0, 5) * 100 + $turn * mt_rand(0, 60)), range(1, mt_rand(1, 4)),
                );
                $there = DB::table('alerts')->whereNull('withdrawn_at')->pluck('id')->all();
                if (mt_rand(0, 1) === 0) {
                    self::withdraw($changed[] = (int) $there[mt_rand(0, count($there) - 1)]);
                }
                self::gather(array_values(array_unique($changed)));
                self::assertSame(self::atOnce(), self::gathered(), "seed $seed, turn $turn");
            }
        }
    }
}
