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

        $parts = [
            'heartbeats' => $heartbeats(...), 'signals' => $signals(...), 'handling' => $handling(...), 'calls' => $calls(...), 'holds' => $holds(...), 'unconfirmed' => $unconfirmed(...),
            'updates' => $updates(...), 'alerts' => $alerts(...), 'sweep' => fn(\Closure $mayWork): int => $this->sweep($mayWork, $forget, $dates, $presence),
        ];
        $guarded = new ClockParts($parts);

        return $this->whileHeld('clock', Str::uuid()->toString(), self::IDLE_MICROSECONDS, self::YIELD_MICROSECONDS, function (\Closure $mayWork) use ($steady, $parts, $guarded): int {
            $jump = $steady->jumped(microtime(true), SteadyTime::passed());
            if ($jump !== 0) {
                ShiftCalls::by($jump, $mayWork);
            }

            // Whoever runs it once is there to see what breaks.
            return $this->option('once') ? array_sum(array_map(static fn(\Closure $part): int => $part($mayWork), $parts)) : $guarded->run($mayWork, hrtime(true) / 1e9);
        });
    }

    /** @param  \Closure(): bool  $mayWork */
    private function sweep(\Closure $mayWork, ForgetOldSignals $forget, RemindOfDates $dates, Presence $presence): int
    {
        if (hrtime(true) / 1e9 - $this->swept <= self::SWEEP_SECONDS) {
            return 0;
        }
        $this->swept = hrtime(true) / 1e9;
        Once::forgetOld();
        TakeSignals::forgetOld();

        return $forget($mayWork) + $dates($mayWork) + $presence($mayWork) + ImportPlans::forgetOld();
    }
}
