<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * Finds the single failures that best explain a set of symptoms.
 *
 * A candidate is an item that failed, down or in part; what it would hit is traced, and `Fit` tells how well that
 * fits. An item that may fail in two ways is told by the better one; a score is the share of the likelihood
 * among all candidates and the hypothesis that every symptom is a stray. Candidates that no watched item tells apart are
 * told apart by how much stands on them alone.
 */
final class Candidates
{
    private const MOST = 10;

    /** Items that have only lost their spare say little: so many of them are looked at. */
    private const MOST_SPARES = 200;

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

    /** @param  array<int, array{rank: int, at: int}>  $symptoms  by item; rank is more than 0, at in seconds since the epoch */
    private function __construct(
        private readonly Graph $graph, private readonly array $symptoms, private readonly Fit $fit,
    ) {}

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
        $isWatched = $watched === null ? null : array_fill_keys($watched, true) + array_fill_keys(array_keys($seen), true);

        return (new self($graph, $seen, new Fit($graph, $seen, $isWatched)))->find();
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
                $likelihood = log($share) + $this->fit->likelihood($item, $hit);
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
                    array_diff_key($hit, $this->symptoms), fn(int $other): bool => $this->fit->isWatched($other), ARRAY_FILTER_USE_KEY,
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
        $hope = $this->fit->atBest($explains);
        $silent = $this->fit->silent();
        $spares = 0;
        $all = Trace::ranksWhile($this->graph, [$item => $rank], function (int $hit, int $as) use (
            &$hope, &$spares, $silent, $least
        ): bool {
            if ($as > 1 && ! isset($this->symptoms[$hit]) && $this->fit->isWatched($hit)) {
                $hope += $silent;
            }
            $spares += $as === 1 ? 1 : 0;

            return --$this->steps >= 0 && $hope >= $least && $spares < self::MOST_SPARES;
        });

        return $this->steps < 0 || $hope < $least ? null : $all;
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
