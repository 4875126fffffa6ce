<?php

declare(strict_types=1);

namespace Skarvo\Changes\Risk;

/**
 * How likely a change is to go wrong, from how others went.
 *
 * Each thing that it shares with past ones (kind, team, items, time of day) moves the odds by how much oftener those went
 * wrong than all did. Where there are few of them that is drawn towards nothing (an empirical Bayes estimate with the share
 * of all as its prior, of the weight of PRIOR changes); as they overlap, together they count for less than their sum.
 */
final class Risk
{
    private const PRIOR = 8.0;

    /** What goes wrong where nothing is known at all, and on how many changes that rests. */
    private const USUAL = 0.08;

    private const USUAL_WEIGHT = 10;

    private const OVERLAP = 0.7;

    /** @var array<string, array{int, int}> how many went wrong, and how many there were, by feature */
    private array $counts = [];

    private readonly float $base;

    /** @param  list<PastChange>  $past  whose end is known */
    public function __construct(private readonly array $past)
    {
        $wrong = 0;
        foreach ($past as $one) {
            $failed = $one->wentWell === false ? 1 : 0;
            $wrong += $failed;
            foreach ($one->features() as $feature) {
                $this->counts[$feature] = [($this->counts[$feature][0] ?? 0) + $failed, ($this->counts[$feature][1] ?? 0) + 1];
            }
        }
        $this->base = ($wrong + self::USUAL * self::USUAL_WEIGHT) / (count($past) + self::USUAL_WEIGHT);
    }

    public function of(PastChange $change): Odds
    {
        $alike = array_values(
            array_filter($this->past, static fn(PastChange $one): bool => $one->id !== $change->id && $one->isLike($change))
        );
        $failed = array_filter($alike, static fn(PastChange $one): bool => $one->wentWell === false);

        return new Odds(
            $this->wrong($change), count($alike),
            array_reverse(array_values(array_map(static fn(PastChange $one): string => $one->id, $failed))),
        );
    }

    /** @return float how likely it goes wrong: of() without looking for those that it is like */
    public function wrong(PastChange $change): float
    {
        $logit = log($this->base / (1 - $this->base));
        foreach ($change->features() as $feature) {
            [$failed, $all] = $this->counts[$feature] ?? [0, 0];
            $share = ($failed + self::PRIOR * $this->base) / ($all + self::PRIOR);
            $logit += self::OVERLAP * (log($share / (1 - $share)) - log($this->base / (1 - $this->base)));
        }

        return 1 / (1 + exp(-$logit));
    }
}
