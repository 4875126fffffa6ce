<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Platform\Moment;
use App\Signals\AcceptSignals;
use App\Signals\Live\RuleSets;
use App\Signals\TakeSignals;
use Carbon\CarbonImmutable;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\Document;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Tests\Signals\RandomStream;
use Tests\TestCase;

/**
 * For any order of arrival within two minutes, any batches, any crashes and any repeats, the stored alerts and groups are
 * those of a replay.
 */
final class LiveReplayTest extends TestCase
{
    private const LATE = 120;

    /** @return iterable<string, array{int}> */
    public static function lots(): iterable
    {
        for ($lot = 0; $lot < 6; $lot++) {
            yield "streams $lot" => [$lot];
        }
    }

    private bool $failing = false;

    private int $faults = 0;

    #[DataProvider('lots')]
    public function test_the_database_ends_up_as_a_replay(int $lot): void
    {
        DB::connection()->beforeExecuting(function (string $query): void {
            if ($this->failing && str_starts_with($query, 'update `clock_marks`')) {
                $this->faults++;
                throw new \RuntimeException('The disk is full.');
            }
        });
        $this->items(1);
        for ($seed = $lot * 20 + 1; $seed <= $lot * 20 + 20; $seed++) {
            $this->compare($seed);
        }
        self::assertGreaterThan(5, $this->faults);
    }

    /** Of many alerts at once, only those are gathered anew that hang together with what changed. */
    public function test_what_hangs_together_ends_up_as_a_replay_too(): void
    {
        $this->items(6);
        $picked = 0;
        DB::listen(static function ($query) use (&$picked): void {
            $picked += str_contains($query->sql, '`alerts` as `newer`') ? 1 : 0;
        });
        // In 84 an alert gains an item that later ones come together by, in 102 one that held others together is withdrawn.
        foreach ([...range(1, 20), 84, 102] as $seed) {
            $this->compare($seed, 400, 240, 6);
        }
        self::assertGreaterThan(20, $picked);
    }

    private function items(int $lots): void
    {
        for ($n = 1; $n <= 4 * $lots; $n++) {
            DB::table('items')->insert(['id' => "i$n", 'name' => "i$n", 'kind' => 'host']);
        }
        for ($n = 1; $n < 4 * $lots; $n += 4) {
            foreach ([["i$n", 'i'.($n + 1)], ['i'.($n + 1), 'i'.($n + 2)]] as [$from, $to]) {
                DB::table('dependencies')->insert(['from_id' => $from, 'to_id' => $to, 'strength' => 'hard']);
            }
        }
    }

    private function compare(int $seed, int $seconds = 900, int $most = 60, int $lots = 1): void
    {
        foreach (['bundles', 'bundle_members', 'alert_items', 'quiet_times', 'signals', 'source_minutes'] as $table) {
            DB::table($table)->delete();
        }
        DB::table('alerts')->update(['joined_id' => null, 'gathered_in_id' => null, 'group_id' => null, 'merged_into_id' => null]);
        DB::table('alerts')->delete();
        RuleSets::forget();
        $random = new Randomizer(new Mt19937($seed));
        $stream = [
            ...RandomStream::make($random, $seconds, $most, $lots),
            'until' => gmdate('Y-m-d\TH:i:s\Z', RandomStream::START + $seconds + self::LATE),
        ];
        DB::table('rule_sets')->update(['settings' => json_encode($stream['settings'])]);
        foreach ($stream['quiet'] as $quiet) {
            DB::table('quiet_times')->insert([
                'items' => json_encode($quiet['items']), 'covers' => json_encode($quiet['items']), 'with_dependents' => false,
                'reason' => 'test', 'author_id' => 'ingrid-vale', 'made_at' => now(),
                'from_at' => Moment::text(CarbonImmutable::parse($quiet['from'])->getTimestamp()),
                'to_at' => Moment::text(CarbonImmutable::parse($quiet['to'])->getTimestamp()),
            ]);
        }
        $arrivals = [];
        foreach ($stream['signals'] as $n => $signal) {
            $arrivals[] = [
                CarbonImmutable::parse($signal['at'])->getTimestamp() + $random->getInt(0, 1) * $random->getInt(0, self::LATE),
                $random->getInt(0, 1000), ['id' => "n$n", ...$signal],
            ];
        }
        usort($arrivals, static fn(array $a, array $b): int => $a[0] <=> $b[0] ?: $a[1] <=> $b[1]);
        // Two clocks that take turns: each remembers what it left, and has to notice what the other did since.
        $clocks = [new TakeSignals, new TakeSignals];
        $take = static fn(int $clock): int => $clocks[$clock](static fn(): bool => true);

        for ($i = 0; $i < count($arrivals);) {
            $batch = array_slice($arrivals, $i, $random->getInt(1, 12));
            $i += count($batch);
            $sent = [];
            foreach ($batch as [$received, , $signal]) {
                $this->at($received);
                (new AcceptSignals)([json_decode(json_encode($signal, JSON_THROW_ON_ERROR))]);
                $sent[] = $signal;
            }
            if ($random->getInt(0, 2) === 0) {
                // A sender that got no answer sends all of it again.
                self::assertSame(0, (new AcceptSignals)(json_decode(json_encode($sent, JSON_THROW_ON_ERROR)))['accepted']);
            }
            if ($random->getInt(0, 3) === 0) {
                // The clock dies before its work is kept.
                DB::beginTransaction();
                $this->takeSignals();
                DB::rollBack();
            }
            if ($random->getInt(0, 5) === 0) {
                // The database fails in the midst of it, and the clock goes on.
                $this->failing = true;
                try {
                    $take(0);
                } catch (\RuntimeException) {
                }
                $this->failing = false;
            }
            if ($random->getInt(0, 3) > 0) {
                $take($random->getInt(0, 1));
            }
        }
        $this->at(CarbonImmutable::parse($stream['until'])->getTimestamp());
        while ($take($random->getInt(0, 1)) > 0) {
        }

        $inPlace = array_column($arrivals, 2);
        $document = [
            ...$stream,
            'signals' => array_map(static fn(array $signal): array => array_diff_key($signal, ['id' => true]), $inPlace),
        ];
        [$replay, $signals] = ReplayDocument::read(Document::parse(json_encode($document, JSON_THROW_ON_ERROR)));
        array_map($replay->take(...), $signals);
        self::assertSame($replay->finish()['alerts'], self::stored(), "seed $seed");
    }

    /** @return list<array<string, mixed>> */
    private static function stored(): array
    {
        $groups = [];
        foreach (DB::table('alerts')->whereNull('withdrawn_at')->orderBy('stamp')->pluck('group_id') as $group) {
            $groups[$group] ??= count($groups) + 1;
        }
        $text = static fn(?string $at): ?string => $at === null ? null : gmdate('Y-m-d\TH:i:s\Z', Moment::seconds($at));

        return array_values(DB::table('alerts')->whereNull('withdrawn_at')->get()->map(static function (\stdClass $row) use ($groups, $text): array {
            $items = array_map(strval(...), array_keys(json_decode($row->items, true)));
            sort($items, SORT_STRING);
            self::assertSame($items, DB::table('alert_items')->where('alert_id', $row->id)->orderBy('item')->pluck('item')->all());

            return [
                'key' => $row->key, 'items' => $items, 'level' => $row->level, 'first_signal_at' => $text($row->first_signal_at),
                'opened_at' => $text($row->opened_at),
                'closed_at' => $text($row->closed_at), 'count' => (int) $row->count, 'flips' => (int) $row->flips,
                'group' => $groups[$row->group_id],
            ];
        })->sort(static fn(array $a, array $b): int => $a['opened_at'] <=> $b['opened_at'] ?: strcmp($a['key'], $b['key']))->all());
    }

    private function at(int $seconds): void
    {
        $now = CarbonImmutable::createFromTimestampUTC($seconds);
        CarbonImmutable::setTestNow($now);
        Carbon::setTestNow($now);
    }
}
