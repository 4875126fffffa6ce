<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

/**
 * What is seen of some trouble, and how well a failure accounts for it: the likelihood of what shows and what does not,
 * and of when, against that every symptom is a stray (as in Topology's candidates, with an onset that is thought likelier
 * at some times than at others).
 */
final readonly class Evidence
{
    private const MISSES = 0.3;

    private const STRAY = 0.03;

    private const STATES = 3;

    /** How often the state that is shown differs from the traced one by no rank, one, or two. */
    private const SHOWN = [0.88, 0.09, 0.03];

    /** Seconds within which strays begin at any time. */
    private const SPAN = 2700.0;

    /** How soon what failed shows it, what it hits, and what is late: within so many seconds. */
    private const OWN = 60;

    private const HIT = 330;

    private const LATE = 2400;

    private const IN_TIME = 0.78;

    private const LATER = 0.14;

    private const OUT_OF_TIME = 0.08;

    /**
     * @param  array<int, array{rank: int, at: int}>  $symptoms  by item; at in seconds since the epoch
     * @param  array<int, true>|null  $watched  null: all are
     */
    public function __construct(public array $symptoms, private ?array $watched) {}

    public function isWatched(int $item): bool
    {
        return $this->watched === null || isset($this->watched[$item]) || isset($this->symptoms[$item]);
    }

    /**
     * @param  array<int, int>  $hit  rank by item
     * @return float natural logarithm; how likely what shows and what does not is, against strays
     */
    public function shows(array $hit): float
    {
        $sum = 0.0;
        foreach ($hit as $item => $rank) {
            if (isset($this->symptoms[$item])) {
                $sum += $rank === 1
                    ? 0.0
                    : log(
                        (1 - self::MISSES) * self::SHOWN[min(2, abs($rank - $this->symptoms[$item]['rank']))] / (self::STRAY / self::STATES)
                    );
            } elseif ($rank > 1 && $this->isWatched($item)) {
                $sum += log(self::MISSES / (1 - self::STRAY));
            }
        }

        return $sum;
    }

    /**
     * @param  array<int, int>  $hit  rank by item
     * @param  array<int, mixed>  $broken  items that failed themselves
     * @return float natural logarithm: how likely the times are, against strays, whenever it began; the weight of the onset included
     */
    public function times(array $hit, array $broken, Onset $onset): float
    {
        $out = log(self::OUT_OF_TIME);
        $edges = [];
        $count = 0;
        foreach ($hit as $item => $rank) {
            if (! isset($this->symptoms[$item]) || $rank < 2) {
                continue;
            }
            $count++;
            $at = $this->symptoms[$item]['at'];
            $soon = isset($broken[$item]) ? self::OWN : self::HIT;
            $inTime = log(self::OUT_OF_TIME + self::IN_TIME * self::SPAN / $soon) - $out;
            $later = log(self::OUT_OF_TIME + self::LATER * self::SPAN / (self::LATE - $soon)) - $out;
            // The instants of the failure at which this one comes late, and in time.
            $edges[] = [$at - self::LATE, $later];
            $edges[] = [$at - $soon, $inTime - $later];
            $edges[] = [$at, -$inTime];
        }
        sort($edges);
        $sums = [];
        foreach ($onset->stretches as [$from, $to, $perSecond]) {
            $begin = $from;
            $fits = 0.0;
            foreach ([...$edges, [$to, 0.0]] as [$at, $change]) {
                $end = min($at, $to);
                if ($end > $begin) {
                    $sums[] = log(($end - $begin) * $perSecond) + $fits;
                    $begin = $end;
                }
                $fits += $change;
            }
        }

        return $count * $out + self::sum($sums);
    }

    /** @param  list<float>  $logs */
    public static function sum(array $logs): float
    {
        if ($logs === []) {
            return -INF;
        }
        $top = max($logs);

        return $top === -INF ? -INF : $top + log(array_sum(array_map(static fn(float $one): float => exp($one - $top), $logs)));
    }
}
