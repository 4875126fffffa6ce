<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\CanWait;
use Carbon\CarbonInterface;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Keeps what of each group is undecided, by item, as its alerts change or as time makes them due: so that a look at tens of
 * thousands reads what it shows. Whoever looks works out by themselves what is marked and not yet kept anew.
 */
final class KeepGroupsInOrder implements CanWait
{
    /** Groups in one transaction. */
    private const MOST = 2000;

    public function name(): string
    {
        return 'groups';
    }

    public function waitsSeconds(): float
    {
        return 1.0;
    }

    public function whileBroken(): string
    {
        return 'Lists of alerts are right, but slower and slower.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        // Looked at without a transaction first: an idle clock must not hold up those who write.
        if (! self::toOrder()->exists()) {
            return 0;
        }

        return DB::transaction(static function () use ($mayWork): int {
            if (! $mayWork()) {
                return 0;
            }
            // Before it is asked what is undecided: what becomes due between the two is worked out once more, not lost.
            $now = now()->startOfSecond();
            $groups = array_map(intval(...), array_values(self::toOrder()->orderBy('due_at')->limit(self::MOST)->pluck('group_id')->all()));
            DB::table('groups_in_order')->whereIn('group_id', $groups)->delete();
            $found = GroupsInOrder::columns(Alert::query()->undecided()->whereIn('group_id', $groups));
            $each = DB::query()->fromSub($found, 'found')->groupBy('group_id', 'item_id')
                ->selectRaw('group_id, item_id, '.GroupsInOrder::EACH);
            DB::table('groups_in_order')->insertUsing(
                ['group_id', 'item_id', 'level', 'since', 'taken', 'many', 'known'],
                DB::query()->fromSub($each, 'each')->selectRaw(
                    'group_id, item_id, level, since, taken, many, '
                        .'case when count(item_id) over (partition by group_id) > 0 then 1 else 0 end',
                ),
            );
            DB::table('groups_to_order')->whereIn('group_id', $groups)->delete();
            DB::table('groups_to_order')->insertUsing(['group_id', 'due_at'], self::becomeDue($groups, $now));

            return count($groups);
        });
    }

    /** Groups whose alerts have changed, or become due, since they were kept last. */
    public static function toOrder(): Builder
    {
        return DB::table('groups_to_order')->where('due_at', '<=', now()->startOfSecond());
    }

    /**
     * @param  list<int>  $groups
     * @return Builder when next an alert of each comes back, or is to be handled
     */
    private static function becomeDue(array $groups, CarbonInterface $now): Builder
    {
        $open = static fn(string $time): Builder => DB::table('alerts')->whereNull('closed_at')->whereIn('group_id', $groups)
            ->where($time, '>', $now)->select(['group_id', "$time as due_at"]);

        return DB::query()
            ->fromSub($open('wait_until')->unionAll($open('handle_at')), 'times')
            ->groupBy('group_id')->selectRaw('group_id, min(due_at) as due_at');
    }
}
