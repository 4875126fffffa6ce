<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

use Skarvo\Time\Instant;
use Skarvo\Time\Zone;

/**
 * Whether more people report trouble with a service than usual for the hour.
 *
 * What is usual is a rate that follows the local time of day (UsualRate). Every report of the last hours is tried as the
 * first of a surge: a scan statistic over the windows that end now (Kulldorff, "A spatial scan statistic", 1997, in one
 * dimension). The window that a raised rate explains best, by its likelihood ratio, is the surge if so many reports would
 * be rare enough by a negative binomial distribution, which leaves room for busy days and for a rate that is known badly.
 */
final class Surge
{
    /** So far back its beginning is looked for; of one that lasts longer, this is what is told of it. */
    private const LOOK_BACK_SECONDS = 2 * 3600;

    /** Natural logarithm of how rare so many reports have to be. */
    private const RARE = -8.6;

    /** So many more than usual, at least. */
    private const MORE = 3.4;

    private const TIMES_USUAL = 2.0;

    /** How much more likely it has to be that it goes on than that it has ended, as a logarithm. */
    private const ENDED = 2.2;

    /** Nobody says that it has ended before it was quiet for so long. */
    private const QUIET_SECONDS = 20 * 60;

    /**
     * @param  int|null  $beganAt  its first report, seconds since the epoch
     * @param  int  $count  reports since then
     * @param  float  $usual  how many would be usual in that time; without a surge, in the hour before now
     */
    private function __construct(public bool $isOn, public ?int $beganAt, public int $count, public float $usual) {}

    /**
     * @param  list<int>  $reports  when they came, in order, from $since to $now, both included
     *
     * @throws \DomainException if there is no time to learn from
     */
    public static function of(Zone $zone, array $reports, int $since, int $now): self
    {
        $rate = UsualRate::learnt($zone, $reports, $since, $now);
        $best = null;
        $recent = array_values(array_filter($reports, static fn(int $at): bool => $at > $now - self::LOOK_BACK_SECONDS));
        foreach ($recent as $i => $from) {
            $of = array_slice($recent, $i);
            $count = count($of);
            $usual = max(1e-6, $rate->between($from, $now));
            $ratio = $count * log($count / $usual) - ($count - $usual);
            if (($best === null || $ratio > $best[0]) && $count - $usual >= self::MORE && $count >= self::TIMES_USUAL * $usual
                && self::tail($count, $usual, $rate->doubt($from, $now)) <= self::RARE
                && ! self::hasEnded($of, $now, $rate)) {
                $best = [$ratio, $from, $count, $usual];
            }
        }
        if ($best !== null) {
            return new self(true, ...array_slice($best, 1));
        }

        return new self(false, null, 0, $rate->between($now - 3600, $now));
    }

    /** @return array<string, mixed> as the contract of surge says */
    public function toArray(): array
    {
        return [
            'surge' => $this->isOn, 'began_at' => $this->beganAt === null ? null : Instant::format($this->beganAt),
            'count' => $this->count, 'usual' => round($this->usual, 3),
        ];
    }

    /**
     * Whether what came after some report is explained better by the usual rate than by that of the surge.
     *
     * @param  list<int>  $of  its reports, at least one
     */
    private static function hasEnded(array $of, int $now, UsualRate $rate): bool
    {
        [$from, $all] = [$of[0] ?? $now, count($of)];
        foreach ($of as $i => $last) {
            if ($now - $last < self::QUIET_SECONDS) {
                break;
            }
            $length = max(600, $last - $from);
            $usual = max(1e-3, $rate->between($last, $now));
            $after = $all - $i - 1;
            $ended = ($i + 1) * log(($i + 1) / $length) - ($i + 1) + $after * log($usual / ($now - $last)) - $usual;
            $goesOn = $all * log($all / ($now - $from)) - $all;
            if ($ended - $goesOn > self::ENDED) {
                return true;
            }
        }

        return false;
    }

    /** The logarithm of the probability of so many or more where $mean are expected, with a relative variance on top. */
    private static function tail(int $count, float $mean, float $doubt): float
    {
        $shape = 1 / max(1e-6, $doubt);
        $p = $shape / ($shape + $mean);
        $term = $shape * log($p);
        for ($k = 1; $k <= $count; $k++) {
            $term += log(($shape + $k - 1) / $k) + log(1 - $p);
        }
        // From the first term on they fall fast enough for a sum of ratios.
        [$sum, $one] = [1.0, 1.0];
        for ($k = $count + 1; $k < $count + 400; $k++) {
            $one *= ($shape + $k - 1) / $k * (1 - $p);
            $sum += $one;
            if ($one < 1e-9) {
                break;
            }
        }

        return min(0.0, $term + log($sum));
    }
}
