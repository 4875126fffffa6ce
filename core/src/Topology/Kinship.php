<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** Which items belong together because one reaches the other along dependencies. */
final class Kinship
{
    /** @var array<int, list<int>> what each item needs, directly */
    private array $under = [];

    public function __construct(private readonly Graph $graph)
    {
        foreach ($graph->owners() as $need => $owner) {
            foreach ($graph->members($need) as $member) {
                $this->under[$owner][] = $member;
            }
        }
    }

    /**
     * Parts items into sets: two are in one if they are the same, or one reaches the other in at most so many steps,
     * or a third item of the list relates to both.
     *
     * @param  list<string>  $items  ids; those that the graph does not know relate only to themselves
     * @return list<list<int>> indexes into the list, in its order
     */
    public function sets(array $items, int $steps): array
    {
        $set = array_keys($items);
        $join = static function (int $a, int $b) use (&$set): void {
            [$to, $from] = [min($set[$a], $set[$b]), max($set[$a], $set[$b])];
            $set = array_map(static fn(int $s): int => $s === $from ? $to : $s, $set);
        };
        $indexes = [];
        foreach ($items as $index => $id) {
            if (isset($indexes[$id])) {
                $join($indexes[$id], $index);
            } else {
                $indexes[$id] = $index;
            }
        }
        foreach ($indexes as $id => $index) {
            $start = $this->graph->number((string) $id);
            foreach ($start === null ? [] : $this->reached($start, $steps) as $number) {
                $other = $indexes[$this->graph->id($number)] ?? null;
                if ($other !== null) {
                    $join($index, $other);
                }
            }
        }
        $sets = [];
        foreach ($set as $index => $of) {
            $sets[$of][] = $index;
        }

        return array_values($sets);
    }

    /** @return list<int> what the item needs in at most so many steps */
    private function reached(int $start, int $steps): array
    {
        $seen = [$start => true];
        $front = [$start];
        while ($steps-- > 0 && $front !== []) {
            $next = [];
            foreach ($front as $item) {
                foreach ($this->under[$item] ?? [] as $below) {
                    if (! isset($seen[$below])) {
                        $seen[$below] = true;
                        $next[] = $below;
                    }
                }
            }
            $front = $next;
        }

        return array_keys($seen);
    }
}
