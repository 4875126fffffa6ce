<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\Moment;
use App\Signals\TooManySignals;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\BadInput;

/** Counts what a call brings from each source, keeps each within its limit, and remembers what was wrong. */
final class SourceCounts
{
    /** Errors of a source that are kept. */
    public const ERRORS_KEPT = 50;

    private const MINUTE = 60;

    /** @var array<string, array{came: int, refused: int, off: int|null, errors: list<string>}> */
    private array $sources = [];

    private int $repeated = 0;

    public function __construct(private readonly int $now) {}

    /** @param  int  $off  seconds by which the sender's clock was ahead of ours, less than zero if behind */
    public function came(string $source, int $off): void
    {
        $this->sources[$source] ??= ['came' => 0, 'refused' => 0, 'off' => null, 'errors' => []];
        $this->sources[$source]['came']++;
        $was = $this->sources[$source]['off'];
        $this->sources[$source]['off'] = $was === null || abs($off) < abs($was) ? $off : $was;
    }

    public function refused(string $source, BadInput $why): void
    {
        $this->sources[$source] ??= ['came' => 0, 'refused' => 0, 'off' => null, 'errors' => []];
        $this->sources[$source]['refused']++;
        if (count($this->sources[$source]['errors']) < 3) {
            $this->sources[$source]['errors'][] = "$why->at: {$why->getMessage()}";
        }
    }

    public function repeated(int $count): void
    {
        $this->repeated = $count;
    }

    /** @throws TooManySignals */
    public function keepWithinLimits(): void
    {
        self::refuseBeyond(array_map(static fn(array $counts): int => $counts['came'] + $counts['refused'], $this->sources), $this->now);
    }

    /**
     * Whatever comes counts, also what is repeated, refused or does not map: a flood of it costs as much.
     *
     * @param  array<array-key, int>  $coming  by source
     *
     * @throws TooManySignals
     */
    public static function refuseBeyond(array $coming, int $now): void
    {
        $minute = intdiv($now, self::MINUTE) * self::MINUTE;
        $limits = DB::table('sources')->whereIn('id', array_map(strval(...), array_keys($coming)))
            ->whereNotNull('per_minute')->pluck('per_minute', 'id');
        foreach ($limits as $source => $limit) {
            $sent = (int) DB::table('source_minutes')->where('source', $source)
                ->where('minute', $minute)->sum(DB::raw('accepted + repeated + refused + unmapped'));
            $more = $coming[$source] ?? 0;
            if ($sent + $more > (int) $limit) {
                throw new TooManySignals((string) $source, (int) $limit, $minute + self::MINUTE - $now, $more);
            }
        }
    }

    /** Call it inside the transaction that stores the signals. */
    public function keep(): void
    {
        $minute = intdiv($this->now, self::MINUTE) * self::MINUTE;
        $put = DB::connection()->getPdo()->prepare('insert into source_minutes (source, minute, accepted, repeated, refused, clock_off, last_at) values (?, ?, ?, ?, ?, ?, ?)
            on conflict (source, minute) do update set accepted = source_minutes.accepted + excluded.accepted,
            repeated = source_minutes.repeated + excluded.repeated,
                refused = source_minutes.refused + excluded.refused, clock_off = coalesce(excluded.clock_off, source_minutes.clock_off),
                last_at = coalesce(excluded.last_at, source_minutes.last_at)');
        // Repeats are told of the whole call: they are put down to its busiest source.
        $left = $this->repeated;
        uasort($this->sources, static fn(array $a, array $b): int => $b['came'] <=> $a['came']);
        foreach ($this->sources as $source => $counts) {
            $repeated = min($left, $counts['came']);
            $left -= $repeated;
            $put->execute([
                $source, $minute, $counts['came'] - $repeated, $repeated, $counts['refused'], $counts['off'],
                $counts['came'] > 0 ? $this->now : null,
            ]);
            foreach ($counts['errors'] as $what) {
                self::error((string) $source, $what);
            }
        }
    }

    public static function error(string $source, string $what): void
    {
        DB::table('source_errors')->insert(['source' => $source, 'at' => Moment::precise(now()), 'what' => mb_strcut($what, 0, 1000)]);
        $oldest = DB::table('source_errors')->where('source', $source)->orderByDesc('id')->offset(self::ERRORS_KEPT)->limit(1)->value('id');
        if ($oldest !== null) {
            DB::table('source_errors')->where('source', $source)->where('id', '<=', $oldest)->delete();
        }
    }

    /** Notes signals that were turned away because their source was past its limit. */
    public static function turnedAway(TooManySignals $why): void
    {
        $minute = intdiv(Moment::now(), self::MINUTE) * self::MINUTE;
        DB::table('source_minutes')->upsert(
            [['source' => $why->source, 'minute' => $minute, 'turned_away' => $why->signals]], ['source', 'minute'],
            ['turned_away' => DB::raw("turned_away + $why->signals")],
        );
    }
}
