<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Moment;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Quiet times as what they mostly are: times at which somebody works on items. */
final class TimesOfWork
{
    private const AHEAD_SECONDS = 86400;

    public static function on(string $item): Builder
    {
        return DB::table('quiet_times')->where('items', 'like', '%'.addcslashes((string) json_encode($item), '%_\\').'%');
    }

    /** @return array<array-key, string> why items are, or are about to be, worked on */
    public static function near(): array
    {
        $work = [];
        $near = DB::table('quiet_times')->where('to_at', '>', Moment::text(Moment::now()))
            ->where('from_at', '<', Moment::text(Moment::now() + self::AHEAD_SECONDS))->orderBy('from_at')
            ->get(['items', 'reason']);
        foreach ($near as $row) {
            foreach ((array) json_decode($row->items, true, 4, JSON_THROW_ON_ERROR) as $item) {
                if (is_string($item)) {
                    $work[$item] ??= $row->reason;
                }
            }
        }

        return $work;
    }
}
