<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * Finds the single failures that best explain a set of symptoms.
 *
 * A candidate is an item that failed, down or in part; what it would hit is traced. How well that fits is told by the
 * likelihood of what is seen, as in a naive Bayesian model with noisy observations (Pearl, Probabilistic Reasoning in
 * Intelligent Systems, 1988, section 4.3), against the hypothesis that every symptom is a stray:
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
 * An item that may fail in two ways is told by the better one; a score is the share of the likelihood among all
 * candidates and the hypothesis of strays. Candidates that no watched item tells apart are
 * told apart by how much stands on them alone.
 */
final class Candidates
{
    private const MOST = 10;

    private const MISSES = 0.26;

    /** Items that have only lost their spare say little: so many of them are looked at. */
    private const MOST_SPARES = 200;

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

    /** How often a failure is whole, or in part. */
    private const FAILS = [3 => 0.8, 2 => 0.2];

    /** Items looked at, those under most symptoms first: on a large estate far more stand under a symptom. */
    private const MOST_LOOKED_AT = 1000;

    /** Items that are hit by all that are looked at: with more the answer would come too late to be of use. */
    private const MOST_HIT = 300_000;

    /** So much less likely than another, and a cause adds nothing to what is told of the others (in natural logarithms). */
    private const NOTHING = 14.0;

    /**
     * In a graph of so many items, what is so much less likely than that all symptoms are strays is no cause at all: to
     * rank such ones would take too long.
     */
    private const HOPELESS = -30.0;

    private const LARGE = 2000;

    private int $steps = self::MOST_HIT;

    /**
     * @param  array<int, array{rank: int, at: int}>  $symptoms  by item; rank is more than 0, at in seconds since the epoch
     * @param  array<int, true>|null  $watched  items; null: all are
     */
    private function __construct(private readonly Graph $graph, private readonly array $symptoms, private readonly ?array $watched) {}

    /**
     * @param  list<array{int, State, int}>  $symptoms  item by number, state, and when it began in seconds since the epoch;
     *     of several of one item the worst counts, from the earliest on
     * @param  list<int>|null  $watched  numbers of items; null: all are
     * @return list<Candidate> best first, at most ten
     */
    public static function of(Graph $graph, array $symptoms, ?array $watched): array
    {
        $seen = [];
        foreach ($symptoms as [$item, $state, $at]) {
            if ($state !== State::Up) {
                $seen[$item] = ['rank' => max($seen[$item]['rank'] ?? 0, $state->rank()), 'at' => min($seen[$item]['at'] ?? $at, $at)];
            }
        }

        return (new self(
            $graph, $seen, $watched === null ? null : array_fill_keys($watched, true) + array_fill_keys(array_keys($seen), true),
        ))->find();
    }

    /** @return list<Candidate> */
    private function find(): array
    {
        $found = $likelihoods = [];
        $floor = $this->graph->size() < self::LARGE ? -INF : self::HOPELESS;
        $least = -INF;
        $top = [];
        foreach ($this->below() as $item => $explains) {
            $best = null;
            foreach (self::FAILS as $rank => $share) {
                // What shows trouble itself is always a candidate: its effects may only be late.
                $hit = $this->hitBy($item, $rank, $explains, isset($this->symptoms[$item]) ? $least : max($floor, $least));
                if ($hit === null || array_intersect_key($this->symptoms, $hit) === []) {
                    continue;
                }
                $likelihood = log($share) + $this->likelihood($item, $hit);
                if ($best === null || $likelihood > $best[0]) {
                    $best = [$likelihood, $hit, $rank];
                }
            }
            if ($best !== null) {
                $found[$item] = $best;
                $likelihoods[$item] = $best[0];
                $top[] = $best[0];
                rsort($top);
                $top = array_slice($top, 0, self::MOST);
                // What is less likely than these is not told, and counts for nothing beside them.
                $least = min($top[self::MOST - 1] ?? -INF, max(0.0, $top[0]) - self::NOTHING);
            }
        }
        uksort(
            $found,
            fn(int $a, int $b): int => round($likelihoods[$b], 9) <=> round($likelihoods[$a], 9) ?: strcmp(
                $this->graph->id($a), $this->graph->id($b),
            ),
        );
        $top = max(0.0, ...$top ?: [0.0]);
        $whole = exp(-$top) + array_sum(array_map(static fn(float $one): float => exp($one - $top), $likelihoods));
        $candidates = [];
        foreach (array_slice($found, 0, self::MOST, true) as $item => [$likelihood, $hit, $rank]) {
            $candidates[] = new Candidate(
                $this->graph->id($item),
                State::ofRank($rank),
                round(exp($likelihood - $top) / $whole, 4),
                $this->ids(array_keys(array_intersect_key($this->symptoms, $hit))),
                $this->ids(array_keys(array_diff_key($this->symptoms, $hit))),
                $this->ids(array_keys(array_filter(
                    array_diff_key($hit, $this->symptoms), fn(int $other): bool => $this->isWatched($other), ARRAY_FILTER_USE_KEY,
                ))),
            );
        }

        return $candidates;
    }

    /**
     * What a failure would hit. One that would hit far more that shows nothing than it could explain is given up: at the
     * bottom of a large estate most failures are of that kind.
     *
     * @param  int  $explains  how many symptoms it could explain at the most
     * @param  float  $least  what is less likely is of no interest
     * @return array<int, int>|null rank by item; null if it is of no interest
     */
    private function hitBy(int $item, int $rank, int $explains, float $least): ?array
    {
        // At the best, all of them are explained, and in time.
        $hope = $explains * (log(
            (1 - self::MISSES) * self::SHOWN[0] / (self::STRAY / self::STATES),
        ) + log(self::SPAN / (self::LAST_SECONDS - self::FIRST_SECONDS))) + log(self::SPAN / self::OWN_SECONDS);
        $silent = log(self::MISSES / (1 - self::STRAY));

        $spares = 0;
        $all = Trace::ranksWhile($this->graph, [$item => $rank], function (int $hit, int $as) use (
            &$hope, &$spares, $silent, $least
        ): bool {
            if ($as > 1 && ! isset($this->symptoms[$hit]) && $this->isWatched($hit)) {
                $hope += $silent;
            }
            $spares += $as === 1 ? 1 : 0;

            return --$this->steps >= 0 && $hope >= $least && $spares < self::MOST_SPARES;
        });

        return $this->steps < 0 || $hope < $least ? null : $all;
    }

    /** @param  array<int, int>  $hit  rank by item */
    private function likelihood(int $cause, array $hit): float
    {
        $broken = $spares = 0.0;
        foreach ($hit as $item => $rank) {
            if (! $this->isWatched($item)) {
                continue;
            }
            $shows = isset($this->symptoms[$item])
                ? log((1 - self::MISSES) * self::SHOWN[min(2, abs($rank - $this->symptoms[$item]['rank']))] / (self::STRAY / self::STATES))
                : log(self::MISSES / (1 - self::STRAY));
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

    /** @return array<int, int> how many symptoms stand on it, by item: the symptoms, then those under most of them, of those the nearest */
    private function below(): array
    {
        $needsOf = $this->graph->needsOf();
        $under = $far = [];
        foreach (array_keys($this->symptoms) as $symptom) {
            $distances = [$symptom => 0];
            $queue = [$symptom];
            for ($next = 0; isset($queue[$next]); $next++) {
                $item = $queue[$next];
                $distance = $distances[$item];
                $under[$item] = ($under[$item] ?? 0) + 1;
                $far[$item] = ($far[$item] ?? 0) + $distance;
                foreach ($needsOf[$item] ?? [] as $need) {
                    foreach ($this->graph->members($need) as $member) {
                        if (! isset($distances[$member])) {
                            $distances[$member] = $distance + 1;
                            $queue[] = $member;
                        }
                    }
                }
            }
        }
        // Each symptom may be its own cause: with these known, most of the others are soon given up.
        uksort(
            $under,
            fn(int $a, int $b): int =>
                isset($this->symptoms[$b]) <=> isset($this->symptoms[$a]) ?: $under[$b] <=> $under[$a] ?: $far[$a] <=> $far[$b],
        );

        return array_slice($under, 0, self::MOST_LOOKED_AT, true);
    }

    private function isWatched(int $item): bool
    {
        return $this->watched === null || isset($this->watched[$item]);
    }

    /**
     * @param  list<int>  $items
     * @return list<string>
     */
    private function ids(array $items): array
    {
        $ids = array_map($this->graph->id(...), $items);
        sort($ids, SORT_STRING);

        return $ids;
    }
}
