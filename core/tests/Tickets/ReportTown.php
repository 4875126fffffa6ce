<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Time\Zone;

/** Makes up services and the reports on them: hours of the day, weekends, growth, busy and idle days, outages, clock changes. */
final class ReportTown
{
    private const ZONES = [
        'Europe/Oslo', 'America/New_York', 'Pacific/Auckland', 'UTC', 'Asia/Kolkata', 'Australia/Lord_Howe', 'Europe/Lisbon',
    ];

    private readonly Randomizer $random;

    /** @var list<float> of the hours of a day, one on average */
    private array $hours = [];

    /** @var array<int, float> */
    private array $days = [];

    private float $weekend = 1;

    private float $growth = 0;

    private float $rate = 1;

    private Zone $zone;

    private int $now = 0;

    private function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
        $this->zone = Zone::orUtc('UTC');
    }

    /** @return array{string, list<int>, int, int, array{surge: bool, into: int|null, began: int|null, usual: float}} */
    public static function case(int $seed): array
    {
        return (new self($seed))->made($seed);
    }

    /** @return array{string, list<int>, int, int, array{surge: bool, into: int|null, began: int|null, usual: float}} */
    private function made(int $seed): array
    {
        $name = self::ZONES[$seed % 7];
        $this->zone = Zone::orUtc($name);
        $this->now = 1_767_225_600 + $this->random->getInt(0, 364 * 86400);
        $this->rate = exp($this->between(log(0.03), log(12)));
        $longest = min(365, 1400 / 24 / $this->rate);
        $span = $longest <= 7 || $this->random->getInt(0, 3) === 0 ? 7.0 : $this->between(7, $longest);
        $this->growth = $this->between(-0.7, 0.7) / max(30, $span);
        $this->weekend = $this->between(0.25, 1.1);
        $shape = $this->random->getInt(0, 2);
        for ($hour = 0; $hour < 24; $hour++) {
            $this->hours[] = exp(0.2 * $this->normal()) * match ($shape) {
                0 => 1.0,
                1 => 0.15 + exp(-(($hour - 7.5) / 1.8) ** 2) + exp(-(($hour - 16) / 2.2) ** 2),
                default => 0.06 + exp(-(($hour - 12) / 4.2) ** 4),
            };
        }
        $mean = array_sum($this->hours) / 24;
        $this->hours = array_map(static fn(float $one): float => $one / $mean, $this->hours);
        $since = $this->now - (int) ($span * 86400);
        $reports = $this->drawn($since, $this->now);
        for ($i = 0, $times = (int) round($span / 10 + $this->between(0, 1.5)); $i < $times; $i++) {
            $reports = [...$reports, ...$this->outage($this->random->getInt($since, $this->now - 6 * 3600))];
        }
        if ($this->random->getInt(0, 2) === 0) {
            // At this very hour, a week or a day ago.
            $reports = [
                ...$reports, ...$this->outage($this->now - [7, 1][$this->random->getInt(0, 1)] * 86400 - $this->random->getInt(0, 3600)),
            ];
        }
        $truth = ['surge' => false, 'into' => null, 'began' => null, 'usual' => $this->usual($this->now - 3600, $this->now)];
        $draw = $this->random->getInt(0, 99);
        if ($draw < 55) {
            $into = [5, 15, 30, 90][$this->random->getInt(0, 3)];
            $start = $this->now - $into * 60;
            $usual = $this->usual($start, $this->now);
            $more = max(($this->between(3, 20) - 1) * $usual, $this->between(4, 12));
            do {
                $extra = $this->poisson($more);
            } while ($extra < 4);
            $burst = array_map(fn(): int => $this->random->getInt($start, $this->now), range(1, $extra));
            $truth = ['surge' => true, 'into' => $into, 'began' => min($burst), 'usual' => $usual];
            $reports = [...$reports, ...$burst];
        } elseif ($draw < 65) {
            $end = $this->now - $this->random->getInt(30, 90) * 60;
            $reports = [
                ...$reports,
                ...array_filter($this->outage($end - $this->random->getInt(30, 120) * 60), static fn(int $at): bool => $at <= $end),
            ];
        }
        $reports = array_values(array_filter($reports, fn(int $at): bool => $at >= $since && $at <= $this->now));
        sort($reports);

        return [$name, $reports, $since, $this->now, $truth];
    }

    /** @return list<int> */
    private function outage(int $from): array
    {
        $to = $from + $this->random->getInt(30, 180) * 60;
        $more = max($this->between(2, 19) * $this->usual($from, $to), 4.0);

        return array_map(fn(): int => $this->random->getInt($from, $to), range(1, max(4, $this->poisson($more))));
    }

    /** @return list<int> */
    private function drawn(int $from, int $to): array
    {
        $reports = [];
        for ($at = $from; $at < $to; $at += 900) {
            for ($i = $this->poisson($this->usual($at, min($to, $at + 900))); $i > 0; $i--) {
                $reports[] = $this->random->getInt($at, min($to, $at + 899));
            }
        }

        return $reports;
    }

    private function usual(int $from, int $to): float
    {
        $sum = 0.0;
        for ($at = $from; $at < $to; $at += 300) {
            $local = $at + $this->zone->offset($at);
            $day = intdiv($local, 86400);
            $this->days[$day] ??= exp(0.3 * $this->normal());
            $isWeekend = ($day + 3) % 7 >= 5;
            $sum += $this->rate / 3600 * min(300, $to - $at) * $this->hours[intdiv($local % 86400, 3600)] * $this->days[$day]
                * ($isWeekend ? $this->weekend : 1) * exp($this->growth * ($at - $this->now) / 86400);
        }

        return $sum;
    }

    private function between(float $from, float $to): float
    {
        return $from + ($to - $from) * $this->random->getInt(0, 1_000_000) / 1_000_000;
    }

    private function normal(): float
    {
        return sqrt(-2 * log($this->between(1e-9, 1))) * cos(2 * M_PI * $this->between(0, 1));
    }

    private function poisson(float $mean): int
    {
        if ($mean > 40) {
            return max(0, (int) round($mean + sqrt($mean) * $this->normal()));
        }
        [$limit, $product, $count] = [exp(-$mean), $this->between(0, 1), 0];
        while ($product > $limit) {
            $product *= $this->between(0, 1);
            $count++;
        }

        return $count;
    }
}
