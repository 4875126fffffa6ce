<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Platform\Moment;
use App\Signals\Live\HangTogether;
use App\Signals\Live\RelatedItems;
use App\Signals\RemindOfDates;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\Stamp;
use Tests\TestCase;

/** Which alerts are gathered anew because some changed. */
final class HangTogetherTest extends TestCase
{
    private const AT = 1_790_000_000;

    protected function setUp(): void
    {
        parent::setUp();
        foreach (['h1', 'h2', 'h3', 'h4', 'h5'] as $item) {
            DB::table('items')->insert(['id' => $item, 'name' => $item, 'kind' => 'host']);
        }
        foreach ([['h1', 'h2'], ['h2', 'h3']] as [$from, $to]) {
            DB::table('dependencies')->insert(['from_id' => $from, 'to_id' => $to, 'strength' => 'hard']);
        }
    }

    public function test_alerts_of_related_items_hang_together_from_one_to_the_next(): void
    {
        $first = $this->alert('h1', 0);
        $second = $this->alert('h2', 10);
        $third = $this->alert('h3', 20);
        $this->alert('h4', 20);
        self::assertSame([$first, $second, $third], $this->with([$first]));
        // Two steps at once, where alerts are brought together over as many.
        DB::table('alert_items')->where('alert_id', $second)->delete();
        self::assertSame([$first], $this->with([$first]));
        self::assertSame([$first, $third], $this->with([$first], reach: 2));
    }

    public function test_whatever_stands_in_a_group_hangs_together(): void
    {
        $withdrawn = $this->alert('h1', 0);
        $other = $this->alert('h4', 5, $withdrawn);
        $this->alert('h5', 5);
        DB::table('alerts')->where('id', $withdrawn)->update(['withdrawn_at' => now()]);
        DB::table('alert_items')->where('alert_id', $withdrawn)->delete();
        self::assertSame([$withdrawn, $other], $this->with([$withdrawn]));
    }

    public function test_a_group_hangs_together_with_what_opens_as_long_as_it_takes_alerts_in(): void
    {
        $new = $this->alert('h1', 0);
        // At the very last second, and a second before it.
        $inTime = $this->alert('h2', -300);
        self::assertSame([$new, $inTime], $this->with([$new]));
        DB::table('alerts')->where('id', $inTime)->update(['opened_at' => Moment::text(self::AT - 301)]);
        DB::table('alert_items')->where('alert_id', $inTime)->update(['opened_at' => Moment::text(self::AT - 301)]);
        self::assertSame([$new], $this->with([$new]));
        // Something newer in its group, of another item, keeps it open.
        $newer = $this->alert('h5', -100, $inTime);
        self::assertSame([$new, $inTime, $newer], $this->with([$new]));
        // Nothing of longer ago than a group may last.
        foreach (['alerts' => 'id', 'alert_items' => 'alert_id'] as $table => $id) {
            DB::table($table)->where($id, $inTime)->update(['opened_at' => Moment::text(self::AT - 3601)]);
        }
        self::assertSame([$new], $this->with([$new]));
        self::assertSame([$new, $inTime, $newer], $this->with([$new], limit: 3601));
    }

    public function test_withdrawn_alerts_and_dates_draw_nobody_in(): void
    {
        $new = $this->alert('h1', 0);
        $this->alert('h2', 0, source: RemindOfDates::SOURCE);
        $withdrawn = $this->alert('h2', 0);
        DB::table('alerts')->where('id', $withdrawn)->update(['withdrawn_at' => now()]);
        self::assertSame([$new], $this->with([$new]));
    }

    public function test_more_than_so_many_are_not_looked_for(): void
    {
        $first = $this->alert('h1', 0);
        $second = $this->alert('h2', 0);
        self::assertSame([$first, $second], $this->with([$first], most: 2));
        self::assertNull($this->with([$first], most: 1));
    }

    /**
     * @param  list<int>  $changed
     * @return list<int>|null
     */
    private function with(array $changed, int $reach = 1, int $limit = 3600, int $most = 100): ?array
    {
        $settings = new Settings(gather: 300, gatherLimit: $limit, reach: $reach);
        $with = (new HangTogether($settings, new RelatedItems($settings)))->with($changed, Stamp::before(self::AT), $most);
        if ($with !== null) {
            sort($with);
        }

        return $with;
    }

    private function alert(string $item, int $after, ?int $group = null, string $source = 'probe'): int
    {
        static $number = 0;
        $number++;
        $opened = Moment::text(self::AT + $after);
        $stamp = Stamp::ofOpening(self::AT + $after, "$item/$number");
        $id = DB::table('alerts')->insertGetId([
            'key' => "$item/$number", 'number' => 1, 'source' => $source, 'check' => 'ping', 'item_id' => $item, 'item_named' => $item,
            'level' => 'error', 'first_signal_at' => $opened, 'last_signal_at' => $opened, 'opened_at' => $opened, 'count' => 1,
            'flips' => 0, 'threads' => '[]',
            'stamp' => $stamp, 'items' => json_encode([$item => [$stamp, true]]),
        ]);
        DB::table('alerts')->where('id', $id)->update(['joined_id' => $group ?? $id, 'gathered_in_id' => $group ?? $id]);
        DB::table('alert_items')->insert(['alert_id' => $id, 'item' => $item, 'stamp' => $stamp, 'opened_at' => $opened, 'fires' => true]);

        return $id;
    }
}
