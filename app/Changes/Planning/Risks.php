<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use App\Changes\Change;
use App\Platform\Look;
use App\Platform\WallClock;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\Risk\Odds;
use Skarvo\Changes\Risk\PastChange;
use Skarvo\Changes\Risk\Risk;
use Skarvo\Changes\SuspicionState;

/** How likely changes are to go wrong, from those of the last year. */
final class Risks
{
    private const DAYS = 365;

    private const MOST = 5000;

    /** @param  list<string>|null  $items  null: those that it has */
    public static function of(Change $change, ?array $items = null): Odds
    {
        return self::known()->of(self::like($change, $items ?? array_merge(...array_values($change->items())), null));
    }

    private static function known(): Risk
    {
        return Look::once('risk of changes', static function (): Risk {
            $all = Change::query()->whereNotNull('result')->where('ended_at', '>', now()->subDays(self::DAYS))
                ->orderByDesc('ended_at')->limit(self::MOST)->get(['id', 'kind', 'team_id', 'from_at', 'began_at', 'result'])->reverse();
            $causes = array_fill_keys(array_map(intval(...), DB::table('change_suspicions')->where('state', SuspicionState::Confirmed->value)->pluck('change_id')->all()), true);
            $items = Change::itemsOf(array_values(array_map(intval(...), $all->modelKeys())));

            return new Risk(array_values($all->map(static fn(Change $one): PastChange => self::like(
                $one, array_merge(...array_values($items[$one->id] ?? [[]])), $one->result === \Skarvo\Changes\ChangeResult::Ok && ! isset($causes[$one->id]),
            ))->all()));
        });
    }

    /** @param  list<string>  $items */
    private static function like(Change $change, array $items, ?bool $wentWell): PastChange
    {
        $hour = (int) $change->from()->setTimezone(WallClock::organisation())->format('G');

        return new PastChange(Change::refOf((int) $change->id), $change->kind, $change->team_id, $items, $hour, $wentWell);
    }
}
