<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * How well a single failure explains a set of symptoms: the likelihood of what is seen, as in a naive Bayesian model
 * with noisy observations (Pearl, Probabilistic Reasoning in Intelligent Systems, 1988, section 4.3), in natural
 * logarithms, against the hypothesis that every symptom is a stray:
 *  - a watched item that is hit shows it, but for MISSES; where the estate's checks do not see lost spares (1 -
 *    SPARES_SHOW), what has only lost its spare shows nothing;
 *  - it shows the state that was traced, or one that differs by one or two ranks (SHOWN);
 *  - a watched item that is not hit shows a stray symptom with STRAY, in any state, at any time within SPAN;
 *  - what failed begins to show within OWN_SECONDS, what it hits from FIRST_SECONDS to LAST_SECONDS after it, whatever
 *    is between them, but for one time in 25 (OUT_OF_TIME); when it failed is not known, and so all instants are
 *    weighed (how far the times fit is integrated over them);
 *  - what nothing stands on fails less often of itself than what others stand on: it shows what is under it
 *    (UPPERMOST); what much stands on is noticed more often than what little does (USED); and a failure that breaks
 *    fewer than SEVERAL items is seldom what shows in more than one place (FEW).
 *
 * @internal
 */
final readonly class Fit
{
    private const MISSES = 0.26;

    /** How likely it is that checks see that a spare is lost. */
    private const SPARES_SHOW = 0.4;

    private const STRAY = 0.015;

    private const STATES = 3;

    /** How often the state that is shown differs from the traced one by no rank, one, or two. */
    private const SHOWN = [0.96, 0.03, 0.01];

    /** Seconds within which strays begin at any time. */
    private const SPAN = 900.0;

    private const OWN_SECONDS = 60;

    private const FIRST_SECONDS = 5;

    private const LAST_SECONDS = 300;

    private const OUT_OF_TIME = 0.04;

    /** How much less likely it is, before anything is seen, that something failed on which nothing stands. */
    private const UPPERMOST = 0.2;

    /** What more stands on is more often what was noticed: by this power of how much does. */
    private const USED = 0.15;

    /**
     * How much less likely it is that what shows in several places is a failure that breaks fewer than so many items,
     * itself among them.
     */
    private const FEW = 0.2;

    private const SEVERAL = 3;

    /**
     * @param  array<int, array{rank: int, at: int}>  $symptoms  by item; rank is more than 0, at in seconds since the epoch
     * @param  array<int, true>|null  $watched  items; null: all are
     */
    public function __construct(private Graph $graph, private array $symptoms, private ?array $watched) {}

    /** What it would come to at the best: so many symptoms are explained, and in time. */
    public function atBest(int $explains): float
    {
        return $explains * (log(
            (1 - self::MISSES) * self::SHOWN[0] / (self::STRAY / self::STATES),
        ) + log(self::SPAN / (self::LAST_SECONDS - self::FIRST_SECONDS))) + log(self::SPAN / self::OWN_SECONDS);
    }

    /** What an item that is hit says by showing nothing, if it is watched. */
    public function silent(): float
    {
        return log(self::MISSES / (1 - self::STRAY));
    }

    /**
     * @param  int  $cause  what failed
     * @param  array<int, int>  $hit  rank by item
     */
    public function likelihood(int $cause, array $hit): float
    {
        $broken = $spares = 0.0;
        foreach ($hit as $item => $rank) {
            if (! $this->isWatched($item)) {
                continue;
            }
            $shows = isset($this->symptoms[$item])
                ? log((1 - self::MISSES) * self::SHOWN[min(2, abs($rank - $this->symptoms[$item]['rank']))] / (self::STRAY / self::STATES))
                : $this->silent();
            $rank === 1 ? $spares += $shows : $broken += $shows;
        }

        // Either lost spares raise alerts here, or they do not, and then they say nothing either way.
        $either = max($spares, 0.0) + log(self::SPARES_SHOW * exp(min($spares, 0.0)) + (1 - self::SPARES_SHOW) * exp(-max($spares, 0.0)));

        return $broken + $either + $this->timing($cause, $hit) + $this->prior($cause, $hit);
    }

    /**
     * How likely it is, before anything is seen, that an item is what failed.
     *
     * @param  array<int, int>  $hit
     */
    private function prior(int $cause, array $hit): float
    {
        $uses = count($this->graph->servedBy($cause));
        // Of one symptom alone, nothing says that it is part of something larger.
        $isFew = count($this->symptoms) > 1 && count(array_filter($hit, static fn(int $rank): bool => $rank > 1)) < self::SEVERAL;

        return ($isFew ? log(self::FEW) : 0.0) + ($uses === 0 ? log(self::UPPERMOST) : self::USED * log($uses));
    }

    /**
     * How well the times of what is hit fit to one failure, against strays: integrated over when it was.
     *
     * @param  array<int, int>  $hit
     */
    private function timing(int $cause, array $hit): float
    {
        $out = log(self::OUT_OF_TIME);
        $edges = [];
        $count = 0;
        foreach ($hit as $item => $rank) {
            if (! isset($this->symptoms[$item])) {
                continue;
            }
            $count++;
            $at = $this->symptoms[$item]['at'];
            [$first, $last] = $item === $cause ? [0, self::OWN_SECONDS] : [self::FIRST_SECONDS, self::LAST_SECONDS];
            $in = log(self::OUT_OF_TIME + (1 - self::OUT_OF_TIME) * self::SPAN / ($last - $first)) - $out;
            // The instants of the failure at which this one is in time.
            $edges[] = [$at - $last, $in];
            $edges[] = [$at - $first, -$in];
        }
        sort($edges);
        $sums = [];
        $fits = 0.0;
        foreach ($edges as $i => [$at, $change]) {
            $length = $i === 0 ? 0 : $at - $edges[$i - 1][0];
            if ($length > 0) {
                $sums[] = log($length / self::SPAN) + $fits;
            }
            $fits += $change;
        }
        if ($sums === []) {
            return 0.0;
        }
        $top = max($sums);

        return $count * $out + $top + log(array_sum(array_map(static fn(float $one): float => exp($one - $top), $sums)));
    }

    public function isWatched(int $item): bool
    {
        return $this->watched === null || isset($this->watched[$item]);
    }
}
