<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

use Skarvo\Time\CivilDate;
use Skarvo\Time\Zone;
use Skarvo\Value\Must;

/**
 * How many reports an hour a service usually gets, by the local time of day.
 *
 * Reports of the past are counted in half hours of the local day, later weeks weighing more, so that growth is followed.
 * A profile of the day is smoothed over its neighbours (a kernel estimate, circular), once for working days and once for
 * weekends, each leaning on the other as far as it has few reports of its own. Half hours with far more reports than the
 * rest of the profile allows are earlier outages, and are cut down to what it allows before the profile is made anew.
 * What the hours before now had, against the profile, tells a busy day from an idle one (a gamma prior on its factor).
 */
final class UsualRate
{
    private const SLOT = 1800;

    private const SLOTS = 48;

    /** The width of a bell, in half hours, where there are many reports. */
    private const NARROW = 0.5;

    /** What is under way now is not learned from. */
    private const APART_SECONDS = 2 * 3600;

    /** Days after which a past day weighs half. */
    private const HALF_LIFE = 30;

    /** How alike days are: the shape of the gamma distribution of their factors. */
    private const ALIKE = 8.0;

    /** So many hours before now tell how busy the day is. */
    private const TODAY_SECONDS = 10 * 3600;

    /** @var array<int, array<int, float>> a rate per half hour, by kind of day (0 working, 1 weekend) */
    private array $profile = [];

    /** @var array<int, array<int, float>> how many reports stand behind it */
    private array $behind = [];

    /** @var array<int, array<int, float>> in how many half hours, weighted alike, these could have come */
    private array $exposed = [];

    /** @var array<int, array<int, float>> how much a wider look counts beside the narrow one */
    private array $wide = [];

    private float $width = 1.3;

    private float $factor = 1.0;

    private float $factorDoubt = 0.1;

    private function __construct(private readonly Zone $zone) {}

    /**
     * @param  list<int>  $reports  in order
     *
     * @throws \DomainException if there is less than a day to learn from
     */
    public static function learnt(Zone $zone, array $reports, int $since, int $now): self
    {
        Must::hold($now - $since >= 86400, 'What is usual is learned from a day at least.');
        $self = new self($zone);
        $until = $now - self::APART_SECONDS;
        $counts = $weights = [];
        [$today] = $self->slot($now);
        for ($at = $since; $at < $until; $at += self::SLOT) {
            [$day, $slot] = $self->slot($at);
            $counts[$day][$slot] ??= 0.0;
        }
        foreach ($reports as $at) {
            [$day, $slot] = $self->slot($at);
            if ($at < $until) {
                $counts[$day][$slot] = ($counts[$day][$slot] ?? 0.0) + 1;
            }
        }
        foreach ($counts as $day => $ignored) {
            $weights[$day] = 0.5 ** (($today - $day) / self::HALF_LIFE);
        }
        $cleaned = $counts;
        for ($round = 0; $round < 4; $round++) {
            $self->fit($cleaned, $weights);
            $cleaned = $self->cleaned($counts, $weights, $cleaned);
        }
        $self->fit($cleaned, $weights);
        $self->seeToday($cleaned, $until);

        return $self;
    }

    /** How many are usual in a stretch of time. */
    public function between(int $from, int $to): float
    {
        return $this->factor * $this->profiled($from, $to);
    }

    /** The relative variance of that: how much the rate itself may be wrong. */
    public function doubt(int $from, int $to): float
    {
        [$day, $slot] = $this->slot(intdiv($from + $to, 2));

        return $this->factorDoubt + 1 / (2 + $this->behind[self::kind($day)][$slot]);
    }

    private function profiled(int $from, int $to): float
    {
        $sum = 0.0;
        for ($at = $from; $at < $to; $at = $next) {
            [$day, $slot] = $this->slot($at);
            $next = min($to, $at + self::SLOT - ($at + $this->zone->offset($at)) % self::SLOT);
            $sum += $this->profile[self::kind($day)][$slot] * ($next - $at) / self::SLOT;
        }

        return $sum;
    }

    /** @return array{int, int} the local day, and the half hour of it */
    private function slot(int $at): array
    {
        $local = $at + $this->zone->offset($at);
        $clock = (($local % 86400) + 86400) % 86400;

        return [intdiv($local - $clock, 86400), intdiv($clock, self::SLOT)];
    }

    private static function kind(int $day): int
    {
        return CivilDate::weekday($day) >= 6 ? 1 : 0;
    }

    /**
     * @param  array<int, array<int, float>>  $counts  by day and slot
     * @param  array<int, float>  $weights  by day
     */
    private function fit(array $counts, array $weights): void
    {
        $sums = $exposure = [array_fill(0, self::SLOTS, 0.0), array_fill(0, self::SLOTS, 0.0)];
        $all = 0.0;
        foreach ($counts as $day => $slots) {
            $kind = self::kind($day);
            foreach ($slots as $slot => $count) {
                $sums[$kind][$slot] += $count * $weights[$day];
                $exposure[$kind][$slot] += $weights[$day];
                $all += $count * $weights[$day];
            }
        }
        $this->width = $all < 60 ? 3.0 : ($all < 300 ? 2.0 : 1.3);
        $smooth = [];
        foreach ([0, 1] as $kind) {
            $wide = [self::smoothed($sums[$kind], $this->width), self::smoothed($exposure[$kind], $this->width)];
            $narrow = [self::smoothed($sums[$kind], self::NARROW), self::smoothed($exposure[$kind], self::NARROW)];
            for ($slot = 0; $slot < self::SLOTS; $slot++) {
                // Many reports speak for their own half hour; few need their neighbours.
                $lean = $this->wide[$kind][$slot] = min(1.0, 15 / max(1e-9, $wide[0][$slot]));
                $smooth[$kind][0][$slot] = $narrow[0][$slot] + $lean * $wide[0][$slot];
                $smooth[$kind][1][$slot] = $narrow[1][$slot] + $lean * $wide[1][$slot];
            }
        }
        $average = max(1e-9, ($all + 0.5) / (array_sum($exposure[0]) + array_sum($exposure[1])));
        $level = static fn(int $kind): float => (array_sum($sums[$kind]) + 2) / (array_sum($exposure[$kind]) + 2 / $average);
        $levels = [$level(0), $level(1)];
        foreach ([0, 1] as $kind) {
            $other = 1 - $kind;
            $scale = $levels[$kind] / $levels[$other];
            for ($slot = 0; $slot < self::SLOTS; $slot++) {
                [$own, $ownExposure] = [$smooth[$kind][0][$slot], $smooth[$kind][1][$slot]];
                [$theirs, $theirExposure] = [$smooth[$other][0][$slot], $smooth[$other][1][$slot]];
                // What the other kind of day says counts for so many reports at most.
                $lean = min(1.0, 12 / max(1e-9, $theirs));
                $prior = 0.35;
                $number = $own + $lean * $theirs + $prior;
                $expected = $ownExposure + $lean * $theirExposure * $scale + $prior / max(1e-9, $levels[$kind]);
                $this->profile[$kind][$slot] = $number / max(1e-9, $expected);
                $this->behind[$kind][$slot] = $number;
                $this->exposed[$kind][$slot] = $expected;
            }
        }
    }

    /**
     * @param  array<int, float>  $values  of the slots of a day, which go round
     * @return array<int, float> sums over the neighbours, weighted by a Gaussian bell of that width
     */
    private static function smoothed(array $values, float $width): array
    {
        $reach = (int) ceil(3 * $width);
        $smooth = array_fill(0, self::SLOTS, 0.0);
        for ($by = -$reach; $by <= $reach; $by++) {
            $weight = self::bell($by, $width);
            for ($slot = 0; $slot < self::SLOTS; $slot++) {
                $smooth[$slot] += $weight * $values[($slot + $by + self::SLOTS) % self::SLOTS];
            }
        }

        return $smooth;
    }

    private static function bell(int $by, float $width): float
    {
        return exp(-0.5 * ($by / $width) ** 2);
    }

    /**
     * Earlier outages, cut down to what the profile allows.
     *
     * @param  array<int, array<int, float>>  $counts
     * @param  array<int, float>  $weights
     * @param  array<int, array<int, float>>  $last  the counts of which the profile was made
     * @return array<int, array<int, float>>
     */
    private function cleaned(array $counts, array $weights, array $last): array
    {
        $cleaned = $counts;
        foreach ($counts as $day => $slots) {
            foreach ($slots as $slot => $count) {
                $usual = $this->profile[self::kind($day)][$slot];
                if ($count <= $usual + 0.8) {
                    continue;
                }
                // What the other days say: an outage must not vouch for itself.
                $usual = min($usual, $this->without($day, $slot, $weights[$day], $last));
                $most = $usual + 2.2 * sqrt($usual + (0.4 * $usual) ** 2) + 0.8;
                if ($count > $most) {
                    $cleaned[$day][$slot] = $usual;
                }
            }
        }

        return $cleaned;
    }

    /**
     * The rate of a half hour as all other days have it.
     *
     * @param  array<int, array<int, float>>  $last  the counts of which the profile was made
     */
    private function without(int $day, int $slot, float $weight, array $last): float
    {
        $kind = self::kind($day);
        $reach = (int) ceil(3 * $this->width);
        [$own, $exposure] = [0.0, 0.0];
        for ($by = -$reach; $by <= $reach; $by++) {
            $count = $last[$day][($slot + $by + self::SLOTS) % self::SLOTS] ?? null;
            if ($count !== null) {
                $bell = $weight * (self::bell($by, self::NARROW) + $this->wide[$kind][$slot] * self::bell($by, $this->width));
                $own += $bell * $count;
                $exposure += $bell;
            }
        }
        $left = $this->exposed[$kind][$slot] - $exposure;

        return $left < 0.2 ? $this->profile[$kind][$slot] : max(0.0, $this->behind[$kind][$slot] - $own) / $left;
    }

    /** @param  array<int, array<int, float>>  $cleaned */
    private function seeToday(array $cleaned, int $until): void
    {
        $seen = $expected = 0.0;
        for ($at = $until - self::TODAY_SECONDS; $at < $until; $at += self::SLOT) {
            [$day, $slot] = $this->slot($at);
            if (isset($cleaned[$day][$slot])) {
                $seen += $cleaned[$day][$slot];
                $expected += $this->profile[self::kind($day)][$slot];
            }
        }
        $this->factor = (self::ALIKE + $seen) / (self::ALIKE + $expected);
        $this->factorDoubt = 1 / (self::ALIKE + $expected);
    }
}
