<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Platform\Refused;
use App\Signals\Alert;
use App\Signals\Live\GatherAlerts;
use App\Signals\WorkAlerts;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Time\Instant;
use Tests\TestCase;

/** Whatever people split off and put together, in any order, while alerts go on to open: groups are as they were made. */
final class GroupsByHandTest extends TestCase
{
    private const ITEMS = ['lane-control-ask', 'barrier-ask', 'mw-ask', 'lane-time', 'clk-2', 'tide-feed', 'quay-net-ask', 'kiosk-ask-1'];

    /** @return iterable<string, array{int, int, int}> */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= 16; $seed++) {
            yield "seed $seed" => [$seed, 300, 0];
            yield "seed $seed, some late" => [$seed + 100, 40, 110];
        }
    }

    #[DataProvider('seeds')]
    public function test_what_people_made_of_groups_holds(int $seed, int $apart, int $late): void
    {
        $random = new Randomizer(new Mt19937($seed));
        $alerts = 0;
        for ($step = 0; $step < 25; $step++) {
            if ($alerts < 3 || $random->getInt(0, 2) === 0) {
                $this->signal(array_map(
                    static fn(): array => ['at' => Instant::format(now()->getTimestamp() - $random->getInt(0, $late)), ...self::firing(
                        self::ITEMS[$random->getInt(0, count(self::ITEMS) - 1)], 'error', 'check-'.$random->getInt(1, 6),
                    )],
                    range(1, $random->getInt(1, 3)),
                ));
                $this->takeSignals();
                $this->later($random->getInt(0, $apart));
                $alerts = self::byAlert() === [] ? 0 : count(self::byAlert());
            } elseif ($random->getInt(0, 1) === 0) {
                $this->split($random);
            } else {
                $this->putTogether($random);
            }
            $this->check("seed $seed, step $step");
        }
    }

    /** Before, groups were found by following who was put with whom: what was kept so is shown as it was. */
    public function test_what_was_kept_as_a_chain_is_shown_as_it_was(): void
    {
        foreach (['clk-2', 'tide-feed', 'kiosk-ask-1', 'barrier-ask'] as $item) {
            $this->signal([self::firing($item), self::firing($item, 'error', 'other')]);
            $this->takeSignals();
            $this->later(7200);
        }
        [$first, $second, $third] = array_values(array_unique(self::byAlert()));
        DB::table('alerts')->where('id', $third)->update(['put_with_id' => $second]);
        DB::table('alerts')->where('id', $second)->update(['put_with_id' => $first]);
        DB::table('alerts')->whereIn('group_id', [$second, $third])->update(['group_id' => $first]);
        $before = self::byAlert();
        self::assertCount(2, array_unique($before));

        $migration = require database_path('migrations/2026_12_13_000062_groups_by_hand.php');
        self::assertInstanceOf(Migration::class, $migration);
        self::assertTrue(method_exists($migration, 'up'));
        $migration->up();
        GatherAlerts::showIn(array_keys($before));
        self::assertSame($before, self::byAlert());
        // What opens in any of them goes there too, and nobody touched the fourth.
        self::assertSame(6, Alert::query()->where('moved_to_id', $first)->count());
        self::assertSame([$first], Alert::query()->whereNotNull('put_with_id')->distinct()->pluck('put_with_id')->all());
    }

    private function split(Randomizer $random): void
    {
        $groups = self::byAlert();
        $one = array_values($groups)[$random->getInt(0, count($groups) - 1)];
        $members = array_keys($groups, $one, true);
        $some = array_values(array_filter($members, static fn(): bool => $random->getInt(0, 1) === 1));
        if ($some === []) {
            return;
        }
        try {
            (new WorkAlerts($some, $this->person('ingrid-vale')))->splitOff();
        } catch (Refused) {
            self::assertCount(count($members), $some, 'Only all of a group cannot be split off.');

            return;
        }
        $after = self::byAlert();
        self::assertCount(1, array_unique(array_map(static fn(int $id): int => $after[$id], $some)));
        self::assertEqualsCanonicalizing($some, array_keys($after, $after[$some[0]], true));
        // What is left stays together.
        self::assertCount(1, array_unique(array_map(static fn(int $id): int => $after[$id], array_diff($members, $some))));
    }

    private function putTogether(Randomizer $random): void
    {
        $groups = self::byAlert();
        $ids = array_keys($groups);
        $two = [$ids[$random->getInt(0, count($ids) - 1)], $ids[$random->getInt(0, count($ids) - 1)]];
        $of = array_values(array_unique(array_map(static fn(int $id): int => $groups[$id], $two)));
        if (count($of) < 2) {
            return;
        }
        (new WorkAlerts($two, $this->person('ingrid-vale')))->putTogether();
        $after = self::byAlert();
        $joined = array_keys(array_filter($groups, static fn(int $group): bool => in_array($group, $of, true)));
        self::assertCount(1, array_unique(array_map(static fn(int $id): int => $after[$id], $joined)));
        // Nobody else's group changed.
        foreach (array_diff($ids, $joined) as $other) {
            self::assertSame($groups[$other], $after[$other]);
        }
    }

    /** Each alert is in one group, known by an alert that is in it, and working it out anew changes nothing. */
    private function check(string $when): void
    {
        $groups = self::byAlert();
        foreach ($groups as $group) {
            self::assertArrayHasKey($group, $groups, $when);
        }
        GatherAlerts::showIn(array_keys($groups));
        self::assertSame($groups, self::byAlert(), $when);
    }

    /** @return array<int, int> group by alert */
    private static function byAlert(): array
    {
        return Alert::query()->where('source', 'probe')->orderBy('id')->pluck('group_id', 'id')->map(intval(...))->all();
    }
}
