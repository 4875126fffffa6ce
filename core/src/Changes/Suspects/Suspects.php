<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Trace;
use Skarvo\Topology\Underneath;

/**
 * Finds the recent change that is most likely behind some symptoms.
 *
 * A change may have broken one of its items, several at once, or something that stands on one of them. What each of
 * these would hit is traced, and weighed against what shows, what does not, and when (Evidence). To that comes how
 * likely the change was to break something at all: changes like it that went wrong, how it ended, how much it worked
 * on. The other side is that something failed by itself: every item under a symptom, at any time. A score is the share
 * of a change in all of this (Bayes' rule), so that where nothing was changed that fits, the best is low.
 */
final class Suspects
{
    private const MOST = 10;

    /** How a change breaks: one of its items, several at once, or what stands on one. */
    private const ONE = 0.55;

    private const SEVERAL = 0.6;

    private const ABOVE = 0.2;

    /** Of so many items every combination is looked at; of more the whole, and the likeliest. */
    private const COMBINED = 4;

    /** How a failure is: whole, or in part. */
    private const FAILS = [3 => 0.8, 2 => 0.2];

    /** How much likelier a change that ended so is behind it. */
    private const ENDED = ['ok' => 0.8, 'failed' => 2.6, 'backed_out' => 2.4, '' => 1.0];

    private const KINDS = ['standard' => 0.9, 'normal' => 1.05, 'emergency' => 1.2];

    /** The usual share of changes that go wrong, and by which power of it a change is likelier to be behind trouble. */
    private const USUAL_WRONG = 0.08;

    private const POWER = 1.7;

    /** Where nothing is known of changes like it. */
    private const UNKNOWN_SHARE = 0.9;

    /** How often an item fails by itself, in a second, where a change is behind trouble with a weight of 1. */
    private const BY_ITSELF = 3.0e-6;

    /** How likely it is that the symptoms have nothing to do with each other. */
    private const STRAYS_ALONE = 1.0e-4;

    /** A change that names no item may have touched any. */
    private const NO_ITEMS = 0.02;

    /** Before the first symptom, so many seconds. */
    private const SPAN = 3600;

    /** So many that show nothing are made up for by one that does. */
    private const GAIN = 6;

    /** Items under the symptoms that are looked at as failing by themselves. */
    private const MOST_LOOKED_AT = 300;

    /** Items that are hit by all that is traced: with more the answer would come too late to be of use. */
    private const MOST_HIT = 150_000;

    private int $steps = self::MOST_HIT;

    /** @var array<string, array<int, int>|null> */
    private array $traced = [];

    private readonly int $first;

    private readonly int $last;

    /** @var array<int, array{int, int|null}> all that the symptoms stand on */
    private readonly array $under;

    /** @param  non-empty-array<int, array{rank: int, at: int}>  $symptoms */
    private function __construct(private readonly Graph $graph, private readonly array $symptoms, private readonly Evidence $evidence)
    {
        $this->first = min(array_column($symptoms, 'at'));
        $this->last = max(array_column($symptoms, 'at'));
        $this->under = Underneath::of($graph, array_keys($symptoms));
    }

    /**
     * @param  list<array{int, State, int}>  $symptoms  item by number, state, and when it began in seconds since the epoch;
     *     of several of one item the worst counts, from the earliest on
     * @param  list<int>|null  $watched  numbers of items; null: all are
     * @param  list<RecentChange>  $changes
     * @return list<Suspect> best first, at most ten
     */
    public static function of(Graph $graph, array $symptoms, ?array $watched, array $changes): array
    {
        $seen = [];
        foreach ($symptoms as [$item, $state, $at]) {
            if ($state !== State::Up) {
                $seen[$item] = ['rank' => max($seen[$item]['rank'] ?? 0, $state->rank()), 'at' => min($seen[$item]['at'] ?? $at, $at)];
            }
        }

        return $seen === [] ? [] : (new self(
            $graph, $seen, new Evidence($seen, $watched === null ? null : array_fill_keys($watched, true)),
        ))->find($changes);
    }

    /**
     * @param  list<RecentChange>  $changes
     * @return list<Suspect>
     */
    private function find(array $changes): array
    {
        $changes = array_values(array_filter($changes, fn(RecentChange $change): bool => $change->from <= $this->last));
        $byItself = $this->byItself();
        $found = $weights = [];
        foreach ($changes as $i => $change) {
            $best = $change->items === [] ? $this->ofNoItems($change, $byItself) : $this->weigh($change);
            if ($best !== null) {
                $found[$i] = $best;
                $weights[] = $best->weight;
            }
        }
        $whole = Evidence::sum([...$weights, $byItself + log(self::BY_ITSELF), log(self::STRAYS_ALONE)]);
        $suspects = [];
        foreach ($found as $i => $explanation) {
            $suspects[] = $this->tell($changes[$i], $explanation, round(exp($explanation->weight - $whole), 4));
        }
        usort($suspects, static fn(Suspect $a, Suspect $b): int => $b->score <=> $a->score ?: strcmp($a->id, $b->id));

        return array_slice($suspects, 0, self::MOST);
    }

    /** That something failed by itself, at any time: the sum over all items under the symptoms, for one failure a second. */
    private function byItself(): float
    {
        $onset = Onset::anyTime($this->first - self::SPAN, $this->last, 1.0);
        $logs = [];
        foreach (array_slice(array_keys($this->under), 0, self::MOST_LOOKED_AT) as $item) {
            foreach (self::FAILS as $rank => $share) {
                $hit = $this->hitBy([$item], $rank);
                if ($hit !== null) {
                    $logs[] = log($share) + $this->evidence->shows($hit) + $this->evidence->times($hit, [$item => true], $onset);
                }
            }
        }

        return Evidence::sum($logs);
    }

    private function weigh(RecentChange $change): ?Explanation
    {
        $onset = Onset::after($change, $this->last);
        $best = -INF;
        $logs = $likeliest = [];
        foreach ($this->ways($change) as [$broken, $items, $share]) {
            foreach (self::FAILS as $rank => $how) {
                $hit = $this->hitBy($broken, $rank);
                if ($hit === null || array_intersect_key($this->symptoms, $hit) === []) {
                    continue;
                }
                $fit = log($share * $how) + $this->evidence->shows($hit) + $this->evidence->times($hit, array_flip($broken), $onset);
                $logs[] = $fit;
                if ($fit > $best) {
                    $best = $fit;
                    $likeliest = [$items, $hit];
                }
            }
        }

        return $likeliest === [] ? null : new Explanation($this->prior($change) + Evidence::sum($logs), ...$likeliest);
    }

    private function ofNoItems(RecentChange $change, float $byItself): ?Explanation
    {
        $density = Onset::after($change, $this->last)->at($this->first);

        return $density > 0
            ? new Explanation($this->prior($change) + $byItself + log($density * self::NO_ITEMS / $this->graph->size()), [], [])
            : null;
    }

    /**
     * What a change may have broken.
     *
     * @return list<array{list<int>, list<int>, float}> what is broken, which of its items that goes back to, and how likely it is
     */
    private function ways(RecentChange $change): array
    {
        $items = array_values(array_filter($change->items, fn(int $item): bool => isset($this->under[$item])));
        $ways = [];
        foreach ($items as $item) {
            $ways[] = [[$item], [$item], self::ONE];
            $above = array_unique(array_map($this->graph->owner(...), $this->graph->servedBy($item)));
            foreach ($above as $owner) {
                if (isset($this->under[$owner]) && ! in_array($owner, $change->items, true)) {
                    $ways[] = [[$owner], [$item], self::ABOVE / count($above)];
                }
            }
        }
        $sets = self::sets(array_slice($items, 0, self::COMBINED));
        if (count($items) > self::COMBINED) {
            $sets[] = $items;
        }
        foreach ($sets as $set) {
            $ways[] = [$set, $set, self::SEVERAL * count($items) / count($sets)];
        }

        return $ways;
    }

    /**
     * @param  list<int>  $items
     * @return list<list<int>> all sets of two and more of them
     */
    private static function sets(array $items): array
    {
        $sets = [[]];
        foreach ($items as $item) {
            foreach ($sets as $set) {
                $sets[] = [...$set, $item];
            }
        }

        return array_values(array_filter($sets, static fn(array $set): bool => count($set) > 1));
    }

    private function prior(RecentChange $change): float
    {
        $wrong = max(0.005, 1 - ($change->okShare ?? self::UNKNOWN_SHARE));

        return log(self::ENDED[$change->result->value ?? '']) + log(self::KINDS[$change->kind->value])
            + self::POWER * log($wrong / self::USUAL_WRONG);
    }

    /**
     * What a failure would hit; null where it would hit far more that shows nothing than it could explain.
     *
     * @param  list<int>  $broken
     * @return array<int, int>|null rank by item
     */
    private function hitBy(array $broken, int $rank): ?array
    {
        $key = implode(' ', $broken).' '.$rank;
        if (array_key_exists($key, $this->traced)) {
            return $this->traced[$key];
        }
        $hope = count($this->symptoms) * self::GAIN;
        $hit = Trace::ranksWhile($this->graph, array_fill_keys($broken, $rank), function (int $item, int $as) use (&$hope): bool {
            if ($as > 1 && ! isset($this->symptoms[$item]) && $this->evidence->isWatched($item)) {
                $hope--;
            }

            return --$this->steps >= 0 && $hope >= 0;
        });

        return $this->traced[$key] = $this->steps < 0 || $hope < 0 ? null : $hit;
    }

    private function tell(RecentChange $change, Explanation $explanation, float $score): Suspect
    {
        $runsOn = $change->to === null || $change->to > $this->first;
        $hit = $explanation->hit;

        return new Suspect(
            $change->id, $score, (int) floor(($this->first - ($runsOn ? $change->from : $change->to)) / 60),
            $this->ids($explanation->items), $this->ids(array_keys(array_intersect_key($this->symptoms, $hit))),
            $this->ids(array_keys(array_diff_key($this->symptoms, $hit))),
            $this->ids(array_keys(array_filter(
                array_diff_key($hit, $this->symptoms), $this->evidence->isWatched(...), ARRAY_FILTER_USE_KEY,
            ))),
        );
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
