<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\KeepsElapsedTime;
use App\Platform\Forever;
use App\Platform\Given;
use App\Platform\SteadyTime;
use Illuminate\Support\Str;

/** The clock: does what is due, in order, and after any stop goes on where things stand. */
final class RunClock extends Forever
{
    private const IDLE_MICROSECONDS = 50_000;

    private const YIELD_MICROSECONDS = 4_000;

    protected $signature = 'skarvo:clock {--once : do what is due now, and stop}';

    protected $description = 'Take signals, follow calls, and notice what is overdue';

    public function handle(): int
    {
        $steady = new SteadyTime;
        $parts = Given::all(ClockPart::class);
        $guarded = ClockParts::of($parts);

        return $this->whileHeld('clock', Str::uuid()->toString(), self::IDLE_MICROSECONDS, self::YIELD_MICROSECONDS, function (\Closure $mayWork) use (
            $steady, $parts, $guarded
        ): int {
            $jump = $steady->jumped(microtime(true), SteadyTime::passed());
            foreach ($jump === 0 ? [] : Given::all(KeepsElapsedTime::class) as $one) {
                $one->clockWasSet($jump, $mayWork);
            }

            // Whoever runs it once is there to see what breaks.
            return $this->option('once')
                ? array_sum(array_map(static fn(ClockPart $part): int => $part($mayWork), $parts))
                : $guarded->run($mayWork, hrtime(true) / 1e9);
        });
    }
}
