<?php

declare(strict_types=1);

namespace App\Platform;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Lets one process at a time do a job: a row that its holder renews. */
final class Lease
{
    /** A stopped holder keeps others out for this long at most. */
    private const SECONDS = 2;

    /** ESRCH of posix_kill(). */
    private const NO_SUCH_PROCESS = 3;

    private const RENEW_SECONDS = 0.5;

    private float $renewed = -INF;

    private readonly string $holder;

    /** @param  string  $name  of this holder, unlike that of any other */
    public function __construct(private readonly string $job, string $name)
    {
        $this->holder = gethostname().' '.getmypid()." $name";
    }

    /** Takes or renews the lease. */
    public function hold(): bool
    {
        // Whoever only waits must not stand in the way of whoever works: looking takes no lock.
        $seen = DB::table('leases')->where('id', $this->job)->first();
        if (
            $seen !== null
                && $seen->holder !== $this->holder
                && $seen->until > self::clock()->format('Y-m-d H:i:s.v')
                && ! $this->isGone((string) $seen->holder)
        ) {
            return false;
        }

        return DB::transaction(function (): bool {
            $now = self::clock();
            $row = DB::table('leases')->where('id', $this->job)->first();
            if (
                $row !== null
                    && $row->holder !== $this->holder
                    && $row->until > $now->format('Y-m-d H:i:s.v')
                    && ! $this->isGone((string) $row->holder)
            ) {
                return false;
            }

            return DB::table('leases')->updateOrInsert(
                ['id' => $this->job], ['holder' => $this->holder, 'until' => $now->addSeconds(self::SECONDS)],
            );
        });
    }

    /** Whether the lease is ours, renewed from time to time: for a loop that asks often. */
    public function keep(): bool
    {
        // Not the clock on the wall: that can be set back.
        if (hrtime(true) / 1e9 - $this->renewed < self::RENEW_SECONDS) {
            return true;
        }
        $holds = $this->hold();
        $this->renewed = $holds ? hrtime(true) / 1e9 : -INF;

        return $holds;
    }

    /** The wall clock of the machine, whatever a test says about the time of day. */
    private static function clock(): CarbonImmutable
    {
        return CarbonImmutable::createFromTimestamp(microtime(true), 'UTC');
    }

    /** Whether a holder was a process of this machine that is there no more: then nobody has to wait for its lease to end. */
    private function isGone(string $holder): bool
    {
        if (preg_match('/^(\S+) (\d+) /', $holder, $m) !== 1 || $m[1] !== gethostname()) {
            return false;
        }

        return ! posix_kill((int) $m[2], 0) && posix_get_last_error() === self::NO_SUCH_PROCESS;
    }

    /** Inside a transaction: whether the lease is still ours, so that what is written next is ours to write. */
    public function isMine(): bool
    {
        return DB::table('leases')->where('id', $this->job)->where('holder', $this->holder)->exists();
    }

    public function release(): void
    {
        DB::table('leases')->where('id', $this->job)->where('holder', $this->holder)->delete();
    }
}
