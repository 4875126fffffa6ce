<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * Finds every single item whose failure takes a service down.
 *
 * Only needs that are hard pass on that an item is down, and a need is down as soon as fewer members are left than it
 * needs; so each candidate is spread alone, over what the service stands on.
 */
final class WeakPoints
{
    /**
     * @param  int  $service  number of the item
     * @return list<string> ids, ordered
     */
    public static function of(Graph $graph, int $service): array
    {
        $weak = [];
        $under = self::under($graph, $service);
        foreach (array_keys($under) as $item) {
            if ($item !== $service && self::falls($graph, $service, $item, $under)) {
                $weak[] = $graph->id($item);
            }
        }
        sort($weak, SORT_STRING);

        return $weak;
    }

    /** @return array<int, true> the items that the service stands on through hard needs, itself among them */
    private static function under(Graph $graph, int $service): array
    {
        $needsOf = $graph->needsOf();
        $seen = [$service => true];
        for ($front = [$service]; $front !== [];) {
            foreach ($needsOf[array_pop($front)] ?? [] as $need) {
                foreach ($graph->isSoft($need) ? [] : $graph->members($need) as $member) {
                    if (! isset($seen[$member])) {
                        $seen[$member] = true;
                        $front[] = $member;
                    }
                }
            }
        }

        return $seen;
    }

    /** @param  array<int, true>  $under  what falls outside of it cannot take the service along */
    private static function falls(Graph $graph, int $service, int $failed, array $under): bool
    {
        $down = [$failed => true];
        $lost = [];
        for ($front = [$failed]; $front !== [];) {
            foreach ($graph->servedBy(array_pop($front)) as $need) {
                $owner = $graph->owner($need);
                if (! isset($under[$owner])) {
                    continue;
                }
                $lost[$need] = ($lost[$need] ?? 0) + 1;
                if (
                    $graph->isSoft($need) || isset($down[$owner]) || count($graph->members($need)) - $lost[$need] >= $graph->needed($need)
                ) {
                    continue;
                }
                if ($owner === $service) {
                    return true;
                }
                $down[$owner] = true;
                $front[] = $owner;
            }
        }

        return false;
    }
}
