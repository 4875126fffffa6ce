<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use App\Changes\Change;
use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\WallClock;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\Risk\Odds;
use Skarvo\Changes\Risk\PastChange;
use Skarvo\Changes\Risk\Risk;
use Skarvo\Changes\SuspicionState;
use Skarvo\Time\Zone;

/** How likely changes are to go wrong, from those of the last year. */
final class Risks
{
    private const DAYS = 365;

    private const MOST = 5000;

    /** @param  list<string>|null  $items  null: those that it has */
    public static function of(Change $change, ?array $items = null): Odds
    {
        return self::known()->of(self::like($change, $items ?? array_merge(...array_values($change->items()))));
    }

    /**
     * The same without those that it is like, for many at once.
     *
     * @param  list<string>  $items  that it has
     * @return float that it goes wrong
     */
    public static function wrong(Change $change, array $items): float
    {
        return self::known()->wrong(self::like($change, $items));
    }

    private static function known(): Risk
    {
        return Look::once('risk of changes', static function (): Risk {
            // As rows: thousands of models take longer to build than all that is worked out of them.
            $all = DB::table('changes')->whereNotNull('result')->where('ended_at', '>', Moment::of(Moment::now() - self::DAYS * 86400))
                ->orderByDesc('ended_at')->limit(self::MOST)->get(['id', 'kind', 'team_id', 'from_at', 'began_at', 'result'])->reverse();
            $causes = array_fill_keys(
                array_map(
                    intval(...), DB::table('change_suspicions')->where('state', SuspicionState::Confirmed->value)->pluck('change_id')->all()
                ),
                true
            );
            $items = Change::itemsOf(array_values(array_map(intval(...), $all->pluck('id')->all())));

            $zone = Zone::orUtc(WallClock::organisation());

            return new Risk(array_values($all->map(static fn(\stdClass $one): PastChange => new PastChange(
                Change::refOf((int) $one->id), ChangeKind::from((string) $one->kind),
                $one->team_id === null ? null : (string) $one->team_id,
                array_merge(...array_values($items[(int) $one->id] ?? [[]])),
                self::hour($zone, Moment::seconds((string) ($one->began_at ?? $one->from_at))),
                $one->result === ChangeResult::Ok->value && ! isset($causes[(int) $one->id]),
            ))->all()));
        });
    }

    /** @param  list<string>  $items */
    private static function like(Change $change, array $items): PastChange
    {
        $hour = self::hour(Zone::orUtc(WallClock::organisation()), $change->from()->getTimestamp());

        return new PastChange(Change::refOf((int) $change->id), $change->kind, $change->team_id, $items, $hour, null);
    }

    /** Of the day, on the clocks of a zone. */
    private static function hour(Zone $zone, int $at): int
    {
        return intdiv(($at + $zone->offset($at)) % 86400, 3600);
    }
}
