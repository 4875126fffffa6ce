<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Time\Duration;
use Skarvo\Time\LocalTime;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;
use Skarvo\Value\Must;

/** People who take turns. */
final readonly class Layer
{
    /**
     * @param  non-empty-list<string>  $people  ids, in the order of their turns
     * @param  Duration  $shift  either whole days or at least an hour of elapsed time
     * @param  list<WeekHours>|null  $windows  when it speaks; null means always
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $name,
        public array $people,
        public LocalTime $starts,
        public Duration $shift,
        public ?LocalTime $ends = null,
        public ?array $windows = null,
    ) {
        Must::some($people, 'A layer has somebody who takes turns.');
        Must::atLeast(1, $shift->seconds(), 'The length of a turn');
    }

    /** @return list<Segment> whom it names when, inside a range, in order; silence is left out */
    public function speaks(Zone $zone, int $from, int $to): array
    {
        $segments = [];
        $open = $this->windows === null ? null : $this->openStretches($zone, $from, $to);
        $next = 0;
        foreach ($this->turns($zone, $from, $to) as [$starts, $ends, $person]) {
            if ($open === null) {
                $segments[] = new Segment($starts, $ends, $person, $this->name, null);

                continue;
            }
            while ($next < count($open) && $open[$next][1] <= $starts) {
                $next++;
            }
            for ($i = $next; $i < count($open) && $open[$i][0] < $ends; $i++) {
                $segments[] = new Segment(max($starts, $open[$i][0]), min($ends, $open[$i][1]), $person, $this->name, null);
            }
        }

        return $segments;
    }

    /** @return iterable<array{int, int, string}> from, to, person; cut to the range and to the layer's own life */
    private function turns(Zone $zone, int $from, int $to): iterable
    {
        if ($this->ends !== null) {
            $to = min($to, $zone->instant($this->ends->seconds));
        }
        $length = $this->shift->seconds();
        $first = $zone->instant($this->starts->seconds);
        $start = fn(int $turn): int => $this->shift->days > 0
            ? $zone->instant($this->starts->seconds + $turn * $length)
            : $first + $turn * $length;
        // A wall clock is never off by more than two days from elapsed time, so one turn earlier (or three days' worth) is early enough.
        $turn = max(0, intdiv($from - $first - 3 * 86400, $length) - 1);
        for ($starts = $start($turn); $starts < $to; $starts = $ends, $turn++) {
            $ends = $start($turn + 1);
            if (min($ends, $to) > max($starts, $from)) {
                yield [max($starts, $from), min($ends, $to), $this->people[$turn % count($this->people)]];
            }
        }
    }

    /** @return list<array{int, int}> the windows together, in order, without overlaps */
    private function openStretches(Zone $zone, int $from, int $to): array
    {
        $all = array_merge(...array_map(static fn(WeekHours $window): array => $window->open($zone, $from, $to), $this->windows ?? []));
        sort($all);
        $stretches = [];
        foreach ($all as [$opens, $closes]) {
            $last = count($stretches) - 1;
            if ($last >= 0 && $opens <= $stretches[$last][1]) {
                $stretches[$last][1] = max($stretches[$last][1], $closes);
            } else {
                $stretches[] = [$opens, $closes];
            }
        }

        return $stretches;
    }
}
