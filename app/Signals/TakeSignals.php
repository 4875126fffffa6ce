<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Signals\Live\DatabaseShelf;
use App\Signals\Live\GatherAlerts;
use App\Signals\Live\KeepAlerts;
use App\Signals\Live\KnownBundles;
use App\Signals\Live\Ownership;
use App\Signals\Live\RuleSets;
use App\Signals\Live\StoredBundles;
use App\Signals\Live\StoredSignal;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Live\Bundle;
use Skarvo\Signals\Live\Taking;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\Settings;

/**
 * Takes accepted signals into their bundles and makes alerts of them, and does what time makes due: one batch, one
 * transaction, with the mark of how far the clock has come.
 */
final class TakeSignals implements ClockPart
{
    /** A batch holds the write lock: as many signals as take about so long. */
    private const BATCH_SECONDS = 0.35;

    private const LEAST = 500;

    private const MOST = 10000;

    /** How many signals the next batch takes. */
    private int $batch = 1000;

    private KnownBundles $known;

    /** Bundles that are looked at in one go because of the time. */
    private const LOOKS = 500;

    /** How late a signal may come and still be taken in its place, with some time to spare for signals that wait here. */
    private const LATE_SECONDS = 120 + 30;

    private const QUIET_SECONDS_BACK = 2 * 86400;

    public function __construct()
    {
        $this->known = new KnownBundles;
    }

    public function name(): string
    {
        return 'signals';
    }

    public function whileBroken(): string
    {
        return 'Signals are kept, and make no alerts.';
    }

    /** @return int how many signals were taken and bundles looked at */
    public function __invoke(\Closure $mayWork): int
    {
        // Looked at without a transaction first: an idle clock must not hold up those who write.
        if (! self::isBehind(self::mark()) && ! self::dueBundles()->exists()) {
            return 0;
        }

        $began = hrtime(true);
        try {
            $taken = DB::transaction(fn(): int => $this->takeBatch($mayWork));
        } catch (\Throwable $fault) {
            $this->known->forget();

            throw $fault;
        }
        if ($taken >= $this->batch) {
            $seconds = max(0.001, (hrtime(true) - $began) / 1e9);
            $this->batch = (int) max(self::LEAST, min(self::MOST, $this->batch * min(2, self::BATCH_SECONDS / $seconds)));
        }

        return $taken;
    }

    private function takeBatch(\Closure $mayWork): int
    {
        $mark = self::mark();
        $rows = array_values(
            DB::table('signals')->where('id', '>', $mark)
                ->orderBy('id')->limit($this->batch)->get([...StoredSignal::COLUMNS, 'summary', 'received_at'])
                ->all(),
        );
        $due = self::dueBundles()->orderBy('next_look_at')->limit(self::LOOKS)->pluck('id')->map(intval(...))->all();
        if (($rows === [] && $due === []) || ! $mayWork()) {
            return 0;
        }
        $now = Moment::now();
        $rules = RuleSets::load();
        $settings = $rules->current();
        $quiet = RuleSets::quiet($now - self::QUIET_SECONDS_BACK);
        $taken = $this->take($rows, $mark, $rules, $settings, $quiet, $now);
        $looked = $this->look(array_values(array_diff($due, array_keys($taken))), $settings, $quiet, $now);
        if ($rows !== []) {
            Watched::note($rows);
            QuietFaults::note($rows);
            DB::table('clock_marks')->where('name', 'signals')->update(['mark' => (int) $rows[count($rows) - 1]->id]);
        }
        $signals = [];
        foreach ($rows as $row) {
            $signals[(int) $row->id] = $row;
        }
        $kept = (new KeepAlerts($signals, new Ownership($rules), $now))([...array_values($taken), ...$looked]);
        if ($kept['from'] !== null) {
            (new GatherAlerts($settings))($kept['from'], $kept['for']);
        }
        if ($kept['changed'] !== []) {
            Journal::write(
                Actor::system(), SignalEntry::SignalsTaken, ['alert', $kept['changed'][0]],
                ['signals' => count($rows), 'alerts' => count($kept['changed']) > self::LOOKS ? [] : $kept['changed']],
            );
        }

        return count($rows) + count($due);
    }

    /** Has every bundle in which anything fires looked at again, after what they depend on changed. */
    public static function lookAtAll(): void
    {
        DB::table('bundles')->where('busy', true)->update(['next_look_at' => Moment::now()]);
    }

    private static function mark(): int
    {
        return (int) DB::table('clock_marks')->where('name', 'signals')->value('mark');
    }

    private static function isBehind(int $mark): bool
    {
        return DB::table('signals')->where('id', '>', $mark)->exists();
    }

    private static function dueBundles(): \Illuminate\Database\Query\Builder
    {
        return DB::table('bundles')->where('next_look_at', '<=', Moment::now());
    }

    /**
     * @param  list<\stdClass>  $rows
     * @return array<int, array{Bundle, array<string, \Skarvo\Signals\Replay\ReplayAlert>, array<array-key, array<array-key, true>>}> by
     *      number of the bundle
     */
    private function take(array $rows, int $mark, RuleSets $rules, Settings $settings, QuietTimes $quiet, int $now): array
    {
        if ($rows === []) {
            return [];
        }
        $this->known->begin();
        $keepFrom = min($now, ...array_map(static fn(\stdClass $row): int => (int) $row->received_at, $rows)) - self::LATE_SECONDS;
        $signals = array_map(static fn(\stdClass $row) => StoredSignal::toCore($row, $rules), $rows);
        $store = new StoredBundles($now);
        $changed = [];
        foreach ((
            new Taking($settings, $quiet, new DatabaseShelf($rules, $mark, $keepFrom, $this->known))
        )->take($signals, $keepFrom) as ['bundle' => $bundle, 'was' => $was, 'new' => $new]) {
            [$alerts, $next, $busy, $firing] = $bundle->at($now, $settings, $quiet);
            $id = $store->put($bundle, $next, $busy, $was, $new);
            $this->known->put($id, $bundle, $was, $new);
            $changed[$id] = [$bundle, $alerts, $firing];
        }
        $this->known->end();

        return $changed;
    }

    /**
     * @param  list<int>  $numbers
     * @return list<array{Bundle, array<string, \Skarvo\Signals\Replay\ReplayAlert>, array<array-key, array<array-key, true>>}>
     */
    private function look(array $numbers, Settings $settings, QuietTimes $quiet, int $now): array
    {
        $changed = [];
        // Read after the signals were taken: some may have become part of others.
        foreach (DatabaseShelf::read($numbers) as $number => $bundle) {
            [$alerts, $next, $busy, $firing] = $bundle->at($now, $settings, $quiet);
            DB::table('bundles')->where('id', $number)->update(['next_look_at' => $next, 'busy' => $busy, 'touched_at' => $now]);
            $changed[] = [$bundle, $alerts, $firing];
        }

        return $changed;
    }
}
