<?php

declare(strict_types=1);

namespace App\Platform;

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
use Illuminate\Console\Command;
use Illuminate\Database\QueryException;
use Illuminate\Support\Str;

/** The clock: does what is due, in order, and after any stop goes on where things stand. */
final class RunClock extends Command
{
    private const IDLE_MICROSECONDS = 50_000;

    private const YIELD_MICROSECONDS = 4_000;

    private const SWEEP_SECONDS = 5;

    protected $signature = 'skarvo:clock {--once : do what is due now, and stop}';

    protected $description = 'Take signals, follow calls, and notice what is overdue';

    private bool $stopping = false;

    private float $swept = -INF;

    public function handle(TakeSignals $signals, Heartbeats $heartbeats, HandleAlerts $handling, FollowDueCalls $calls, HoldCalls $holds, NoteUnconfirmed $unconfirmed, NoteOverdueUpdates $updates, ReturnWaitingAlerts $alerts, ForgetOldSignals $forget, RemindOfDates $dates): int
    {
        $this->trap([SIGTERM, SIGINT], function (): void {
            $this->stopping = true;
        });
        $steady = new SteadyTime;
        $lease = new Lease('clock', Str::uuid()->toString());
        do {
            $worked = 0;
            try {
                if (! $lease->keep()) {
                    usleep(self::IDLE_MICROSECONDS * 4);

                    continue;
                }
                $mayWork = $lease->isMine(...);
                $jump = $steady->jumped(microtime(true), SteadyTime::passed());
                if ($jump !== 0) {
                    ShiftCalls::by($jump, $mayWork);
                }
                $worked = $heartbeats($mayWork) + $signals($mayWork) + $handling($mayWork) + $calls($mayWork) + $holds($mayWork) + $unconfirmed($mayWork) + $updates($mayWork) + $alerts($mayWork);
                if (hrtime(true) / 1e9 - $this->swept > self::SWEEP_SECONDS) {
                    $worked += $forget($mayWork) + $dates($mayWork) + ImportPlans::forgetOld();
                    Once::forgetOld();
                    TakeSignals::forgetOld();
                    $this->swept = hrtime(true) / 1e9;
                }
            } catch (QueryException $e) {
                // A database that is busy or away for a moment: everything due is still due, and found again.
                report($e);
            }
            if (! $this->option('once')) {
                // Also where there is more to do: others have to get at the database in between.
                usleep($worked === 0 ? self::IDLE_MICROSECONDS : self::YIELD_MICROSECONDS);
            }
        } while (! $this->stopping && (! $this->option('once') || $worked > 0));
        $lease->release();

        return self::SUCCESS;
    }
}
