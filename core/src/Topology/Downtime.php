<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** When a service was down, and when it worked in part, by what was observed of itself and of what it stands on. */
final readonly class Downtime
{
    /**
     * @param  list<array{int, int}>  $down  from and to in seconds since the epoch, in order, each apart from the next; $inPart likewise
     * @param  list<array{int, int}>  $inPart
     */
    private function __construct(public array $down, public array $inPart) {}

    /**
     * Goes through the moments at which something began or ended, and traces what was so until the next.
     *
     * @param  int  $service  number of the item
     * @param  list<array{int, State, int, int|null}>  $observed  item by number, its state, from and to in seconds since
     *     the epoch, in any order; null: not over
     * @param  int  $from  seconds since the epoch; $to is later
     */
    public static function of(Graph $graph, int $service, array $observed, int $from, int $to): self
    {
        $turns = [];
        foreach ($observed as [$item, $state, $begin, $end]) {
            $begin = max($begin, $from);
            $end = min($end ?? $to, $to);
            if ($state !== State::Up && $begin < $end) {
                $turns[$begin][] = [$item, $state->rank(), 1];
                $turns[$end][] = [$item, $state->rank(), -1];
            }
        }
        ksort($turns);
        $spans = [State::Down->rank() => [], State::Degraded->rank() => []];
        $open = $known = [];
        $was = 0;
        $since = $from;
        foreach ($turns as $at => $these) {
            foreach ($these as [$item, $rank, $more]) {
                $open[$item][$rank] = ($open[$item][$rank] ?? 0) + $more;
            }
            $worst = self::worst($open);
            // What goes up and down finds itself in the same states again and again.
            $is = $known[json_encode($worst, JSON_THROW_ON_ERROR)] ??= self::rankOf($graph, $service, $worst);
            if ($is !== $was) {
                if (isset($spans[$was]) && $since < $at) {
                    $spans[$was][] = [$since, $at];
                }
                [$was, $since] = [$is, $at];
            }
        }

        return new self($spans[State::Down->rank()], $spans[State::Degraded->rank()]);
    }

    /**
     * Whoever noted a time of trouble knows better than checks that say nothing of it; where they do, they tell how long.
     *
     * @param  list<array{int, int|null}>  $noted  from and to; null: not over
     * @return list<array{int, int|null}> those during which nothing that was observed made the service worse
     */
    public function unobserved(array $noted): array
    {
        return array_values(array_filter(
            $noted,
            fn(array $span): bool => array_filter(
                [...$this->down, ...$this->inPart],
                static fn(array $other): bool => $other[0] < ($span[1] ?? PHP_INT_MAX) && $span[0] < $other[1],
            ) === [],
        ));
    }

    /**
     * @param  array<int, array<int, int>>  $open  how many speak for a rank, by item, by rank; what nothing speaks for is taken out
     * @return array<int, int> worst rank by item, in order of items
     */
    private static function worst(array &$open): array
    {
        $worst = [];
        foreach ($open as $item => $byRank) {
            $ranks = array_keys(array_filter($byRank));
            if ($ranks === []) {
                unset($open[$item]);
            } else {
                $worst[$item] = max($ranks);
            }
        }
        ksort($worst);

        return $worst;
    }

    /** @param  array<int, int>  $observed  worst rank by item */
    private static function rankOf(Graph $graph, int $service, array $observed): int
    {
        return Trace::ranksWhile($graph, $observed, static fn(int $item): bool => $item !== $service)[$service] ?? 0;
    }
}
