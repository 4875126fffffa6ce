<?php

declare(strict_types=1);

namespace Skarvo\Signals\Tuning;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Routing;

/**
 * Proposes rules by which a check that makes too many alerts would make fewer, from its own history: a hold as long as
 * most of its bursts, a settle as long as most of its pauses, or one key for what comes from many items at once.
 */
final readonly class FewerOfThese
{
    /** What a burst or pause may last at most to be covered by a rule. */
    private const LONGEST_HOLD = 1800;

    private const LONGEST_SETTLE = 3600;

    private const MINUTE = 60;

    /** Share of bursts or pauses that a proposal covers. */
    private const SHARE = 0.9;

    /**
     * @param  list<ReplaySignal>  $signals  of the check, in order, `order` from 1 on
     */
    public function __construct(private array $signals, private DryRun $run) {}

    /**
     * @param  Settings  $present  settings in force, with their rules
     * @param  \Closure(array<string, string>): Settings  $with  the settings with a rule of that `set` put first
     * @return list<array{set: array<string, string>, reason: string, before: int, after: int}> the best first; only those that make fewer
     */
    public function propose(Settings $present, Routing $routes, \Closure $with): array
    {
        [$bursts, $pauses] = $this->history();
        $candidates = [];
        $hold = self::cover($bursts, self::LONGEST_HOLD);
        if ($hold !== null) {
            $candidates[] = [
                ['hold' => self::duration($hold)],
                'Of '.count($bursts).' bursts '.self::within($bursts, $hold).' ended by themselves within '
                    .self::words($hold).': hold them for that long.',
            ];
        }
        $settle = self::cover($pauses, self::LONGEST_SETTLE);
        if ($settle !== null) {
            $candidates[] = [
                ['settle' => self::duration($settle)],
                'Of '.count($pauses).' pauses '.self::within($pauses, $settle).' were shorter than '
                    .self::words($settle).': let the alert settle for that long, and it stays one.',
            ];
        }
        if ($hold !== null && $settle !== null) {
            $candidates[] = [
                ['hold' => self::duration($hold), 'settle' => self::duration($settle)],
                'Most bursts end within '.self::words($hold).' and come again within '.self::words($settle).': both together.',
            ];
        }
        $items = count(array_unique(array_map(static fn(ReplaySignal $signal): string => $signal->item ?? '', $this->signals)));
        if ($items > 1) {
            $candidates[] = [['key' => '{source}/{check}'], "It comes from $items items: one alert for all of them."];
        }
        $proposals = [];
        foreach ($candidates as [$set, $reason]) {
            $result = $this->run->compare($present, $routes, $with($set), $routes);
            if ($result['after']['alerts'] < $result['before']['alerts']) {
                $proposals[] = [
                    'set' => $set, 'reason' => $reason, 'before' => $result['before']['alerts'],
                    'after' => $result['after']['alerts'],
                ];
            }
        }
        // What takes away about as many as the best does, and changes least, comes first.
        $best = 0;
        foreach ($proposals as $proposal) {
            $best = max($best, $proposal['before'] - $proposal['after']);
        }
        usort(
            $proposals,
            static fn(array $a, array $b): int => [
                $a['before'] - $a['after'] < self::SHARE * $best, count($a['set']), $a['after'],
            ] <=> [$b['before'] - $b['after'] < self::SHARE * $best, count($b['set']), $b['after']],
        );

        return $proposals;
    }

    /** @return array{list<int>, list<int>} lengths of bursts that ended, and of pauses between bursts of one item, in seconds */
    private function history(): array
    {
        $bursts = $pauses = $began = $ended = [];
        foreach ($this->signals as $signal) {
            $thread = $signal->family();
            if ($signal->condition === Condition::Firing && ! isset($began[$thread])) {
                $began[$thread] = $signal->at;
                if (isset($ended[$thread])) {
                    $pauses[] = $signal->at - $ended[$thread];
                }
            } elseif ($signal->condition === Condition::Clear && isset($began[$thread])) {
                $bursts[] = $signal->at - $began[$thread];
                $ended[$thread] = $signal->at;
                unset($began[$thread]);
            }
        }

        return [$bursts, $pauses];
    }

    /**
     * @param  list<int>  $lengths
     * @return int|null whole minutes that cover most of those that can be covered; null if those are fewer than half
     */
    private static function cover(array $lengths, int $longest): ?int
    {
        $short = array_values(array_filter($lengths, static fn(int $length): bool => $length < $longest));
        if (count($short) < 2 || count($short) * 2 < count($lengths)) {
            return null;
        }
        sort($short);
        $length = $short[(int) min(count($short) - 1, floor(count($short) * self::SHARE))];

        return min($longest, (intdiv($length, self::MINUTE) + 1) * self::MINUTE);
    }

    /** @param  list<int>  $lengths */
    private static function within(array $lengths, int $most): int
    {
        return count(array_filter($lengths, static fn(int $length): bool => $length < $most));
    }

    private static function duration(int $seconds): string
    {
        return 'PT'.intdiv($seconds, self::MINUTE).'M';
    }

    private static function words(int $seconds): string
    {
        $minutes = intdiv($seconds, self::MINUTE);

        return $minutes === 1 ? 'a minute' : "$minutes minutes";
    }
}
