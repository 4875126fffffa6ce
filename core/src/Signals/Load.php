<?php

declare(strict_types=1);

namespace Skarvo\Signals;

/**
 * How much alerts ask of those who watch, in windows of ten minutes, against the yardsticks of ISA-18.2 and EEMUA 191:
 * about one in ten minutes over a long time; more than ten in ten minutes is a flood, until fewer than five came in ten.
 */
final readonly class Load
{
    public const WINDOW_SECONDS = 600;

    public const LONG_RUN = 1;

    public const FLOOD = 10;

    private const FLOOD_OVER = 5;

    /** @param  non-empty-list<int>  $windows  alerts in each window, from the start on */
    private function __construct(private int $from, private array $windows) {}

    /**
     * @param  list<int>  $openings  seconds since the epoch, in any order
     * @param  int  $from  seconds since the epoch; $to is later
     */
    public static function of(array $openings, int $from, int $to): self
    {
        $windows = array_fill(0, max(1, intdiv($to - $from + self::WINDOW_SECONDS - 1, self::WINDOW_SECONDS)), 0);
        foreach ($openings as $at) {
            if ($at >= $from && $at <= $to) {
                $windows[min(count($windows) - 1, intdiv($at - $from, self::WINDOW_SECONDS))]++;
            }
        }

        return new self($from, array_values($windows));
    }

    /** Alerts in ten minutes, over the whole time. */
    public function average(): float
    {
        return array_sum($this->windows) / count($this->windows);
    }

    public function peak(): int
    {
        return max($this->windows);
    }

    /** Share of the windows that belong to a flood. */
    public function floodShare(): float
    {
        $floods = 0;
        $isFlood = false;
        foreach ($this->windows as $alerts) {
            $isFlood = $alerts > self::FLOOD || ($isFlood && $alerts >= self::FLOOD_OVER);
            $floods += $isFlood ? 1 : 0;
        }

        return $floods / count($this->windows);
    }

    /** @return array{average: float, peak: int, flood_share: float, windows: list<array{at: int, alerts: int}>} times in milliseconds */
    public function toArray(): array
    {
        return [
            'average' => round($this->average(), 2), 'peak' => $this->peak(), 'flood_share' => round($this->floodShare(), 4),
            'windows' => array_map(
                fn(int $alerts, int $i): array => ['at' => ($this->from + $i * self::WINDOW_SECONDS) * 1000, 'alerts' => $alerts],
                $this->windows, array_keys($this->windows),
            ),
        ];
    }
}
