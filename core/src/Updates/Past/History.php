<?php

declare(strict_types=1);

namespace Skarvo\Updates\Past;

use Skarvo\Time\Intervals;
use Skarvo\Time\Zone;
use Skarvo\Topology\State;

/**
 * How long each service was said not to work, day by day. While two incidents say different things of one service, the worse
 * one counts; a moment counts once, however many say it.
 */
final readonly class History
{
    private const DAY = 86400;

    /**
     * @param  array<array-key, array<string, Intervals>>  $broken  when each service was said to be in a state or a worse one, by name and
     *      state
     */
    private function __construct(private array $broken) {}

    /**
     * @param  list<Statement>  $told  in any order; of those of an incident at the same moment, the last in the list holds
     * @param  array<int, int>  $ended  when incidents ended: from then on they say nothing any more
     * @param  int  $now  seconds since the epoch: what is not over lasts until then
     */
    public static function of(array $told, array $ended, int $now): self
    {
        usort($told, static fn(Statement $a, Statement $b): int => $a->at <=> $b->at);
        $said = [];
        foreach ($told as $one) {
            foreach ($one->states as $name => $state) {
                $said[$one->incident][$name][] = [$one->at, $state];
            }
        }
        $broken = [];
        foreach ($said as $incident => $services) {
            foreach ($services as $name => $changes) {
                foreach (self::stretches($changes, $ended[$incident] ?? $now) as [$from, $to, $state]) {
                    $broken[$name][State::Degraded->value][] = [$from, $to];
                    if ($state === State::Down) {
                        $broken[$name][State::Down->value][] = [$from, $to];
                    }
                }
            }
        }

        return new self(array_map(
            static fn(array $states): array => array_map(static fn(array $all): Intervals => Intervals::of($all), $states), $broken,
        ));
    }

    /**
     * @param  non-empty-list<array{int, State}>  $changes  in order
     * @return list<array{int, int, State}> in which it was broken: from, to and how
     */
    private static function stretches(array $changes, int $end): array
    {
        $stretches = [];
        foreach ($changes as $i => [$from, $state]) {
            $to = min($changes[$i + 1][0] ?? $end, $end);
            if ($state->isBroken() && $from < $to) {
                $stretches[] = [$from, $to, $state];
            }
        }

        return $stretches;
    }

    /**
     * @param  int  $days  how many, the last of them the one in which $now lies
     * @return list<Day> the first one first
     */
    public function days(string $service, Zone $zone, int $now, int $days): array
    {
        $today = intdiv($now + $zone->offset($now), self::DAY);
        $list = [];
        for ($day = $today - $days + 1; $day <= $today; $day++) {
            $from = $zone->instant($day * self::DAY);
            $to = $zone->instant(($day + 1) * self::DAY);
            $broken = $this->seconds($service, State::Degraded, $from, $to);
            $down = $this->seconds($service, State::Down, $from, $to);
            $list[] = new Day($day, $down, $broken - $down);
        }

        return $list;
    }

    private function seconds(string $service, State $least, int $from, int $to): int
    {
        return ($this->broken[$service][$least->value] ?? null)?->within($from, $to)->seconds() ?? 0;
    }
}
