<?php

declare(strict_types=1);

namespace App\Platform;

use App\Incidents\Presence;
use App\Paging\Delivery\NoteUnconfirmed;
use App\Paging\FollowDueCalls;
use App\Paging\HoldCalls;
use App\Paging\ShiftCalls;
use App\Signals\HandleAlerts;
use App\Signals\Intake\ForgetOldSignals;
use App\Signals\Intake\Heartbeats;
use App\Signals\ReturnWaitingAlerts;
use App\Signals\TakeSignals;
use App\Topology\Exchange\ImportPlans;
use App\Topology\Record\RemindOfDates;
use App\Updates\NoteOverdueUpdates;
use Illuminate\Support\Str;

/** The clock: does what is due, in order, and after any stop goes on where things stand. */
final class RunClock extends Forever
{
    private const IDLE_MICROSECONDS = 50_000;

    private const YIELD_MICROSECONDS = 4_000;

    private const SWEEP_SECONDS = 5;

    protected $signature = 'skarvo:clock {--once : do what is due now, and stop}';

    protected $description = 'Take signals, follow calls, and notice what is overdue';

    private float $swept = -INF;

    public function handle(TakeSignals $signals, Heartbeats $heartbeats, HandleAlerts $handling, FollowDueCalls $calls, HoldCalls $holds, NoteUnconfirmed $unconfirmed, NoteOverdueUpdates $updates, ReturnWaitingAlerts $alerts, ForgetOldSignals $forget, RemindOfDates $dates, Presence $presence): int
    {
        $steady = new SteadyTime;

        return $this->whileHeld('clock', Str::uuid()->toString(), self::IDLE_MICROSECONDS, self::YIELD_MICROSECONDS, function (\Closure $mayWork) use ($steady, $signals, $heartbeats, $handling, $calls, $holds, $unconfirmed, $updates, $alerts, $forget, $dates, $presence): int {
            $jump = $steady->jumped(microtime(true), SteadyTime::passed());
            if ($jump !== 0) {
                ShiftCalls::by($jump, $mayWork);
            }
            $worked = $heartbeats($mayWork) + $signals($mayWork) + $handling($mayWork) + $calls($mayWork) + $holds($mayWork) + $unconfirmed($mayWork) + $updates($mayWork) + $alerts($mayWork);
            if (hrtime(true) / 1e9 - $this->swept > self::SWEEP_SECONDS) {
                $worked += $forget($mayWork) + $dates($mayWork) + $presence($mayWork) + ImportPlans::forgetOld();
                Once::forgetOld();
                TakeSignals::forgetOld();
                $this->swept = hrtime(true) / 1e9;
            }

            return $worked;
        });
    }
}
