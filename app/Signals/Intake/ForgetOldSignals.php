<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\Moment;
use Illuminate\Support\Facades\DB;

/** Lets go of signals, and of what was counted of them, after the time for which they are kept. Alerts stay. */
final class ForgetOldSignals
{
    /** Rows at a time: those who send signals wait for the database no longer than that takes. */
    private const ROWS = 5000;

    private const DAY = 86400;

    /** @return int how many signals were let go of */
    public function __invoke(\Closure $mayWork): int
    {
        $before = Moment::now() - config()->integer('skarvo.signals.kept_days') * self::DAY;
        $oldest = DB::table('signals')->orderBy('id')->limit(1)->value('received_at');
        if ($oldest === null || (int) $oldest >= $before || ! $mayWork()) {
            return 0;
        }

        return DB::transaction(static function () use ($before): int {
            $last = (int) DB::table('signals')->orderBy('id')->offset(self::ROWS)->limit(1)->value('id') ?: (int) DB::table('signals')->max('id') + 1;
            DB::table('source_minutes')->where('minute', '<', $before)->delete();
            DB::table('unmapped_payloads')->whereNotNull('mapped_at')->where('received_at', '<', $before)->delete();

            return DB::table('signals')->where('id', '<', $last)->where('received_at', '<', $before)->delete();
        });
    }
}
