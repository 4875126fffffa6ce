<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\Contracts\Swept;
use App\Platform\Moment;
use App\Signals\Live\KnownBundles;
use Illuminate\Support\Facades\DB;

/**
 * Lets go of signals, of what was counted of them, and of what was sent out, after the time for which they are kept.
 * Alerts and the journal stay.
 */
final class ForgetOldSignals implements Swept
{
    /** Rows at a time: those who send signals wait for the database no longer than that takes. */
    private const ROWS = 5000;

    private const DAY = 86400;

    /** Seconds after which a bundle that nothing happens in is forgotten: a day is as long as a key's last alert may matter. */
    private const FORGET_SECONDS = 90000;

    /** @return int how many signals and messages were let go of */
    public function __invoke(\Closure $mayWork): int
    {
        self::bundles();
        $before = Moment::now() - config()->integer('skarvo.signals.kept_days') * self::DAY;

        return $this->signals($before, $mayWork) + $this->messages($before, $mayWork);
    }

    private function messages(int $before, \Closure $mayWork): int
    {
        $old = DB::table('outbox')->whereNotNull('sent_at')
            ->where('sent_at', '<', Moment::text($before))->orderBy('id')->limit(self::ROWS)->pluck('id')->all();

        // The journal says what was sent to whom; a message itself is of no more use.
        return $old === [] || ! $mayWork() ? 0 : DB::transaction(static fn(): int => DB::table('outbox')->whereIn('id', $old)->delete());
    }

    private function signals(int $before, \Closure $mayWork): int
    {
        $oldest = DB::table('signals')->orderBy('id')->limit(1)->value('received_at');
        if ($oldest === null || (int) $oldest >= $before || ! $mayWork()) {
            return 0;
        }

        return DB::transaction(static function () use ($before): int {
            $last = (int) DB::table('signals')->orderBy('id')
                ->offset(self::ROWS)->limit(1)->value('id') ?: (int) DB::table('signals')->max('id') + 1;
            DB::table('source_minutes')->where('minute', '<', $before)->delete();
            DB::table('unmapped_payloads')->whereNotNull('mapped_at')->where('received_at', '<', $before)->delete();

            return DB::table('signals')->where('id', '<', $last)->where('received_at', '<', $before)->delete();
        });
    }

    /** Forgets bundles in which nothing has happened for long. */
    private static function bundles(): void
    {
        $old = static fn() => DB::table('bundles')->where('busy', false)
            ->whereNull('next_look_at')->where('touched_at', '<', Moment::now() - self::FORGET_SECONDS);
        if ($old()->exists()) {
            DB::transaction(static function () use ($old): void {
                DB::table('bundle_members')->whereIn('bundle_id', $old()->select('id'))->delete();
                $old()->delete();
                KnownBundles::countUp();
            });
        }
    }
}
