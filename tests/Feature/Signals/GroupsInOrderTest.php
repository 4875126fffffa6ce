<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Signals\Alert;
use App\Signals\AlertGroups;
use App\Signals\GroupsInOrder;
use App\Topology\Standing;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Attention;
use Skarvo\Signals\Level;
use Skarvo\Topology\HitService;
use Tests\TestCase;

/**
 * Groups are put in order where they are stored, as far as that can be; the slow way works each alert out by itself.
 *
 * @phpstan-import-type GroupInOrder from GroupsInOrder
 */
final class GroupsInOrderTest extends TestCase
{
    private const KNOWN = ['clk-2', 'tide-feed', 'feed-gateway', 'kiosk-tangen-2', 'mw-skjell'];

    private const LEVELS = ['info', 'warning', 'error', 'critical'];

    /** Alerts of all sorts, in groups: of what is known, of what is not, of both, of nothing. */
    private function scatter(int $seed): void
    {
        mt_srand($seed);
        DB::table('alerts')->update(['closed_at' => now()]);
        $this->signal(array_map(static fn(int $i): array => self::firing("host-$seed-$i"), range(1, 60)));
        $this->takeSignals();
        $groups = Alert::query()->undecided()->limit(mt_rand(8, 40))->pluck('id')->all();
        foreach (Alert::query()->undecided()->pluck('id') as $id) {
            $place = mt_rand(0, count($groups) - 1);
            DB::table('alerts')->where('id', $id)->update([
                'group_id' => $groups[$place], 'level' => self::LEVELS[mt_rand(0, 3)],
                'item_id' => $place % 3 > 0 || mt_rand(0, 1) === 0 ? null : self::KNOWN[mt_rand(0, 4)],
                // Few times, so that there are equals.
                'first_signal_at' => now()->subMinutes(mt_rand(0, 3) * 10),
                'taken_at' => mt_rand(0, 2) === 0 ? now() : null,
            ]);
        }
    }

    /** @return list<GroupInOrder> */
    private static function slowly(): array
    {
        $estate = Standing::now()->estate;
        $groups = [];
        foreach (Alert::query()->undecided()->get()->groupBy('group_id') as $id => $its) {
            // The worst that fires on an item speaks for it.
            $weights = [];
            foreach ($its->groupBy('item_id') as $item => $of) {
                $level = (int) $of->max(static fn(Alert $a): int => $a->level->rank());
                $state = Level::cases()[$level]->observed();
                $services = $item === '' ? [] : $estate->services($estate->trace([$item => $state]));
                $weights[] = [
                    $services === [] ? Attention::NO_TIER : min(array_map(static fn(HitService $s): int => $s->tier, $services)),
                    $item === ''
                        ? 0
                        : max(
                            [
                                $services === [] ? $state->rank() : 0,
                                ...array_map(static fn(HitService $s): int => $s->state->rank(), $services),
                            ]
                        ),
                ];
            }
            $groups[] = [
                'id' => (int) $id, 'taken' => $its->every(static fn(Alert $a): bool => $a->taken_at !== null),
                'tier' => min([Attention::NO_TIER, ...array_column($weights, 0)]), 'rank' => max([0, ...array_column($weights, 1)]),
                'since' => (string) $its->min(static fn(Alert $a): string => (string) $a->getRawOriginal('first_signal_at')),
                'count' => $its->count(), 'level' => (int) $its->max(static fn(Alert $a): int => $a->level->rank()),
            ];
        }
        usort($groups, static fn(array $a, array $b): int => [$a['taken'], $a['tier'], -$a['rank'], -$a['level'], $a['since'], $a['id']]
            <=> [$b['taken'], $b['tier'], -$b['rank'], -$b['level'], $b['since'], $b['id']]);

        return $groups;
    }

    public function test_they_come_as_they_do_when_each_is_worked_out_by_itself(): void
    {
        for ($seed = 1; $seed <= 12; $seed++) {
            $this->scatter($seed);
            $slowly = self::slowly();
            $query = Alert::query()->undecided();
            $inOrder = (new AlertGroups)->inOrder;

            self::assertSame($slowly, $inOrder->first($query), "seed $seed");
            foreach ([1, 5, 12] as $most) {
                self::assertSame(array_slice($slowly, 0, $most), $inOrder->first($query, $most), "seed $seed");
            }
            self::assertSame([count($slowly), array_sum(array_column($slowly, 'count'))], $inOrder->count($query));

            // Of those that nobody has and that may wait as long, the ones that have waited longest; of equals, those in need.
            foreach ([1, 3, 40] as $most) {
                $kept = [];
                $byWait = [];
                foreach (array_filter($slowly, static fn(array $g): bool => ! $g['taken']) as $place => $group) {
                    $byWait[Attention::mayWait($group['tier'], $group['rank'])][] = [$group['since'], $place];
                }
                foreach ($byWait as $its) {
                    sort($its);
                    $kept = [...$kept, ...array_column(array_slice($its, 0, $most), 1)];
                }
                sort($kept);
                self::assertSame(
                    array_map(static fn(int $place): array => $slowly[$place], $kept), $inOrder->untaken($query, $most), "seed $seed",
                );
            }
        }
    }

    public function test_what_is_read_of_a_storm_is_what_is_shown(): void
    {
        $this->signal(array_map(static fn(int $i): array => self::firing("host-$i", 'error', "check-$i"), range(1, 300)));
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'));
        DB::enableQueryLog();
        self::assertCount(5, AlertGroups::undecided(most: 5));

        // None of what is not shown is in what was read: not even as a parameter of a question.
        foreach (DB::getQueryLog() as $asked) {
            self::assertLessThan(60, count($asked['bindings']), $asked['query']);
        }
    }
}
