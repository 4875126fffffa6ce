<?php

declare(strict_types=1);

namespace App\Platform;

use App\Platform\Database\Changes;
use Illuminate\Console\Command;
use Illuminate\Database\QueryException;

/** A command that works as long as it holds its lease, until it is told to stop: one at a time, a second one waits. */
abstract class Forever extends Command
{
    /** What becomes due by time alone is found so late at most, in microseconds, where a database tells that others wrote. */
    private const RESTS = 250_000;

    private bool $stopping = false;

    /**
     * @param  string  $name  of this process, unlike that of any other
     * @param  int  $idle  microseconds of rest where there was nothing to do, and a database does not tell that others write
     * @param  int  $yield  microseconds of rest where there may be more: others have to get at the database in between
     * @param  \Closure(\Closure(): bool): int  $step  does what is due, if the closure that it is given says that it may,
     *     and returns how much it did
     * @param  \Closure(): bool  $isIdle  whether nothing is under way that has to be brought to an end
     */
    protected function whileHeld(string $job, string $name, int $idle, int $yield, \Closure $step, ?\Closure $isIdle = null): int
    {
        $this->trap([SIGTERM, SIGINT], function (): void {
            $this->stopping = true;
        });
        $isIdle ??= static fn(): bool => true;
        $once = (bool) $this->option('once');
        $lease = new Lease($job, $name);
        do {
            $worked = 0;
            $mark = null;
            try {
                if (! $lease->keep()) {
                    if ($this->stopping || $once) {
                        break;
                    }
                    usleep($idle * 4);

                    continue;
                }
                // Before it: what is written meanwhile may not be seen by it.
                $mark = Changes::mark();
                $worked = $step($lease->isMine(...));
            } catch (QueryException $e) {
                // A database that is busy or away for a moment: everything due is still due, and found again.
                report($e);
            }
            if (! $once) {
                $worked === 0 && $isIdle() ? Changes::await($mark === null ? $idle : self::RESTS, $mark) : usleep($yield);
            }
        } while (! ($this->stopping && $isIdle()) && (! $once || $worked > 0 || ! $isIdle()));
        $lease->release();

        return self::SUCCESS;
    }
}
