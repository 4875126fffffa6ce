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
 *  - a watched item that is not hit shows a stray symptom with STRAY, in any state;
 *  - of two items that are hit, the one nearer to the cause begins first, but for one time in five (IN_ORDER).
 * An item that may fail in two ways is told by the better one; a score is the share of the likelihood among all
 * candidates and the hypothesis of strays. Candidates that no watched item tells apart have the same score.
 */
final class Candidates
{
    private const MOST = 10;

    private const MISSES = 0.25;

    /** Items that have only lost their spare say little: so many of them are looked at. */
    private const MOST_SPARES = 200;

    /** How likely it is that checks see that a spare is lost. */
    private const SPARES_SHOW = 0.8;

    private const STRAY = 0.02;

    private const STATES = 3;

    /** How often the state that is shown differs from the traced one by no rank, one, or two. */
    private const SHOWN = [0.92, 0.06, 0.02];

    private const IN_ORDER = 0.8;

    /** How often a failure is whole, or in part. */
    private const FAILS = [3 => 0.6, 2 => 0.4];

    /** Items looked at, those under most symptoms first: on a large estate far more stand under a symptom. */
    private const MOST_LOOKED_AT = 1000;

    /** Items that are hit by all that are looked at: with more the answer would come too late to be of use. */
    private const MOST_HIT = 300_000;

    /** So much less likely than another, and a cause adds nothing to what is told of the others (in natural logarithms). */
    private const NOTHING = 14.0;

    /** In a graph of so many items, what is so much less likely than that all symptoms are strays is no cause at all: to rank such ones would take too long. */
    private const HOPELESS = -30.0;

    private const LARGE = 2000;

    private int $steps = self::MOST_HIT;

    /**
     * @param  array<int, array{rank: int, at: int}>  $symptoms  by item; rank is more than 0, at in seconds since the epoch
     * @param  array<int, true>|null  $watched  items; null: all are
     */
    private function __construct(private readonly Graph $graph, private readonly array $symptoms, private readonly ?array $watched) {}

    /**
     * @param  list<array{int, State, int}>  $symptoms  item by number, state, and when it began in seconds since the epoch; of several of one item the worst counts, from the earliest on
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

        return (new self($graph, $seen, $watched === null ? null : array_fill_keys($watched, true) + array_fill_keys(array_keys($seen), true)))->find();
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
        uksort($found, fn(int $a, int $b): int => round($likelihoods[$b], 9) <=> round($likelihoods[$a], 9) ?: strcmp($this->graph->id($a), $this->graph->id($b)));
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
                $this->ids(array_keys(array_filter(array_diff_key($hit, $this->symptoms), fn(int $other): bool => $this->isWatched($other), ARRAY_FILTER_USE_KEY))),
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
        // At the best, all of them are explained, and in order.
        $hope = $explains * (log((1 - self::MISSES) * self::SHOWN[0] / (self::STRAY / self::STATES)) + log(2 * self::IN_ORDER));
        $silent = log(self::MISSES / (1 - self::STRAY));

        $spares = 0;
        $all = Trace::ranksWhile($this->graph, [$item => $rank], function (int $hit, int $as) use (&$hope, &$spares, $silent, $least): bool {
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

        return $broken + $either + $this->order($cause, $hit);
    }

    /**
     * How well the times fit: for each symptom, how many of those nearer to the cause began before it.
     *
     * @param  array<int, int>  $hit
     */
    private function order(int $cause, array $hit): float
    {
        $near = [];
        foreach ($this->distances($cause, $hit) as $item => $distance) {
            if (isset($this->symptoms[$item])) {
                $near[$distance][] = $this->symptoms[$item]['at'];
            }
        }
        ksort($near);
        $sum = 0.0;
        $before = [];
        foreach ($near as $times) {
            foreach ($times as $at) {
                if ($before !== []) {
                    $share = count(array_filter($before, static fn(int $other): bool => $other <= $at)) / count($before);
                    $sum += log(2 * (1 - self::IN_ORDER + (2 * self::IN_ORDER - 1) * $share));
                }
            }
            array_push($before, ...$times);
        }

        return $sum;
    }

    /**
     * @param  array<int, int>  $hit
     * @return array<int, int> steps from the cause, by item that is hit
     */
    private function distances(int $cause, array $hit): array
    {
        $distances = [$cause => 0];
        for ($front = [$cause], $steps = 1; $front !== []; $steps++) {
            $next = [];
            foreach ($front as $item) {
                foreach ($this->graph->servedBy($item) as $need) {
                    $owner = $this->graph->owner($need);
                    if (isset($hit[$owner]) && ! isset($distances[$owner])) {
                        $distances[$owner] = $steps;
                        $next[] = $owner;
                    }
                }
            }
            $front = $next;
        }

        return $distances;
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
        uksort($under, fn(int $a, int $b): int => isset($this->symptoms[$b]) <=> isset($this->symptoms[$a]) ?: $under[$b] <=> $under[$a] ?: $far[$a] <=> $far[$b]);

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
