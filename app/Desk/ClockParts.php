<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\CanWait;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

/** What the clock does, one thing after the other. One that breaks is told, and tried again a little later: the others go on. */
final class ClockParts
{
    /** What is broken is tried again after so many seconds; a database that was busy, at once. */
    private const WAITS = 5.0;

    /** What can wait has its turn so seldom where nobody else works: it holds the lock that others wait for, such as whoever sends. */
    private const REST_SECONDS = 0.25;

    /** A database may be busy a few times in a row. */
    private const BUSY_TIMES = 5;

    /** @var array<string, int> how often in a row each has failed */
    private array $failures = [];

    /** @var array<string, float> when each is tried again */
    private array $again = [];

    /** @var array<string, float> when those that can wait had their turn last */
    private array $turns = [];

    /** Whether any of those that cannot wait had something to do at the last look: it may have more. */
    private bool $wasBusy = false;

    /**
     * @param  array<string, \Closure(\Closure(): bool): int>  $parts  by their names
     * @param  array<string, float>  $waits  by names of those that can wait: for how many seconds while others have something to do
     */
    public function __construct(private readonly array $parts, private readonly array $waits = []) {}

    /** @param  list<ClockPart>  $parts */
    public static function of(array $parts): self
    {
        $byName = $waits = [];
        foreach ($parts as $part) {
            $byName[$part->name()] = $part(...);
            if ($part instanceof CanWait) {
                $waits[$part->name()] = $part->waitsSeconds();
            }
        }

        return new self($byName, $waits);
    }

    /**
     * @param  \Closure(): bool  $mayWork
     * @param  float  $now  seconds that only ever go on
     * @return int how much was done
     */
    public function run(\Closure $mayWork, float $now): int
    {
        $worked = 0;
        $isBusy = false;
        foreach ($this->parts as $name => $part) {
            if (($this->again[$name] ?? -INF) > $now) {
                continue;
            }
            $waits = $this->waits[$name] ?? null;
            if ($waits !== null) {
                if ($now - ($this->turns[$name] ?? -INF) < ($isBusy || $this->wasBusy ? $waits : self::REST_SECONDS)) {
                    continue;
                }
                $this->turns[$name] = $now;
            }
            try {
                $done = $part($mayWork);
                $worked += $done;
                $isBusy = $isBusy || ($done > 0 && $waits === null);
                $this->works($name);
            } catch (\Throwable $e) {
                report($e);
                $this->fails($name, $e, $now);
            }
        }
        $this->wasBusy = $isBusy;

        return $worked;
    }

    private function fails(string $name, \Throwable $e, float $now): void
    {
        $this->failures[$name] = ($this->failures[$name] ?? 0) + 1;
        if ($e instanceof QueryException && $this->failures[$name] < self::BUSY_TIMES) {
            return;
        }
        $this->again[$name] = $now + self::WAITS;
        try {
            DB::transaction(static function () use ($name, $e): void {
                $error = mb_substr(explode("\n", $e->getMessage())[0], 0, 200);
                if (DB::table('clock_faults')->insertOrIgnore(['part' => $name, 'since' => now(), 'error' => $error]) === 1) {
                    Journal::write(Actor::system(), DeskEntry::ClockFails, ['clock', $name], ['part' => $name, 'error' => $error]);
                }
            });
        } catch (QueryException $e) {
            // The database itself is away: then nothing can be noted in it, and every screen says that it does not answer.
            report($e);
        }
    }

    private function works(string $name): void
    {
        // Also what the clock before this one noted.
        $wasNew = ! array_key_exists($name, $this->failures);
        if (! $wasNew && $this->failures[$name] === 0) {
            return;
        }
        if (DB::table('clock_faults')->where('part', $name)->exists()) {
            DB::transaction(static function () use ($name): void {
                if (DB::table('clock_faults')->where('part', $name)->delete() === 1) {
                    Journal::write(Actor::system(), DeskEntry::ClockWorks, ['clock', $name], ['part' => $name]);
                }
            });
        }
        $this->failures[$name] = 0;
    }
}
