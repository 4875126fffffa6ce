<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

use Skarvo\Topology\State;

/** When in the week something can be taken out for work with least hurt: by the use of the services that it hits. */
final readonly class LeastHurt
{
    /** What one use is worth by tier: a tier counts twice the next. */
    private const WEIGHT = [1 => 8, 2 => 4, 3 => 2, 4 => 1];

    /**
     * @param  int  $from  hour of the week, 0 is Monday at midnight; the window may run over the week's end
     * @param  float  $hurt  use within it, weighed
     * @param  float  $share  of what the worst window of that length would hurt, 0 to 1
     * @param  array<string, float>  $uses  by what is counted
     */
    private function __construct(public int $from, public int $hours, public float $hurt, public float $share, public array $uses) {}

    /**
     * @param  list<array{use: WeekOfUse, tier: int, state: State}>  $services  that it hits, with what it does to them
     * @param  int  $hours  how long it takes, 1 to 168
     * @return list<self> the best windows, which do not overlap; of equals the earlier in the week
     */
    public static function of(array $services, int $hours, int $most = 3): array
    {
        $weighed = array_fill(0, WeekOfUse::HOURS, 0.0);
        $hit = array_values(array_filter($services, static fn(array $s): bool => self::weight($s['tier'], $s['state']) > 0));
        foreach ($hit as $service) {
            foreach ($service['use']->hours as $hour => $use) {
                $weighed[$hour] += $use * self::weight($service['tier'], $service['state']);
            }
        }
        $weighed = array_values($weighed);
        if (array_sum($weighed) <= 0) {
            return [];
        }
        $hurts = [];
        for ($from = 0; $from < WeekOfUse::HOURS; $from++) {
            $hurts[$from] = self::sum($weighed, $from, $hours);
        }
        $worst = max($hurts);
        asort($hurts);
        $best = [];
        foreach ($hurts as $from => $hurt) {
            foreach ($best as $other) {
                $apart = abs($from - $other->from);
                if (min($apart, WeekOfUse::HOURS - $apart) < $hours) {
                    continue 2;
                }
            }
            $uses = [];
            foreach ($hit as $service) {
                $uses[$service['use']->unit] = ($uses[$service['use']->unit] ?? 0) + self::sum($service['use']->hours, $from, $hours);
            }
            $best[] = new self($from, $hours, $hurt, $worst > 0 ? $hurt / $worst : 0.0, $uses);
            if (count($best) === $most) {
                break;
            }
        }

        return $best;
    }

    /** What works in part hurts half; what only loses its spare, not at all. */
    private static function weight(int $tier, State $state): float
    {
        return (self::WEIGHT[$tier] ?? 1) * match ($state) {
            State::Down => 1,
            State::Degraded => 0.5,
            default => 0,
        };
    }

    /** @param  list<float>  $hours */
    private static function sum(array $hours, int $from, int $length): float
    {
        $sum = 0.0;
        for ($hour = 0; $hour < $length; $hour++) {
            $sum += $hours[($from + $hour) % WeekOfUse::HOURS];
        }

        return $sum;
    }

    /** Such as "Sun 02:00 to 05:00". */
    public function words(): string
    {
        $days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
        $to = ($this->from + $this->hours) % WeekOfUse::HOURS;
        [$day, $end] = [intdiv($this->from, 24), intdiv($to, 24)];

        return sprintf(
            '%s %02d:00 to %s%02d:00', $days[$day], $this->from % 24, $day === $end && $this->hours < 24 ? '' : $days[$end].' ',
            $to % 24,
        );
    }
}
