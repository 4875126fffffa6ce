<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * Traces a part of a graph anew where the rest is known and stays as it is: what stands on something, after that has
 * changed. The least solution of the part, given the rest, is that of the whole, as nothing outside stands on the part.
 */
final class Retrace
{
    /** @var array<int, list<int>> */
    private readonly array $needsOf;

    public function __construct(private readonly Graph $graph)
    {
        $this->needsOf = $graph->needsOf();
    }

    /**
     * What the items of a part need outside of it: all that the rest can do to it.
     *
     * @param  array<int, mixed>  $part  items, with all that stands on them
     * @return array<int, true>
     */
    public function edge(array $part): array
    {
        $edge = [];
        foreach ($part as $item => $ignored) {
            foreach ($this->needsOf[$item] ?? [] as $need) {
                foreach ($this->graph->members($need) as $member) {
                    if (! isset($part[$member])) {
                        $edge[$member] = true;
                    }
                }
            }
        }

        return $edge;
    }

    /**
     * @param  array<int, mixed>  $part  items, with all that stands on them
     * @param  array<int, true>  $edge  of it
     * @param  array<int, int>  $observed  rank by item
     * @param  array<int, int>  $rest  rank of those outside of the part that are not up; what it says of the part counts for nothing
     * @return array<int, int> rank by item of the part, of those that are not up
     */
    public function ranks(array $part, array $edge, array $observed, array $rest): array
    {
        $ranks = array_intersect_key($rest, $edge);
        $found = array_intersect_key($observed, $part);
        $ranks = $found + $ranks;
        // From what is not up to what needs it, for as long as something gets worse.
        for ($raised = array_keys($ranks); $raised !== [];) {
            $again = [];
            foreach ($raised as $item) {
                foreach ($this->graph->servedBy($item) as $need) {
                    $again[$need] = true;
                }
            }
            $raised = [];
            foreach ($again as $need => $ignored) {
                $owner = $this->graph->owner($need);
                if (isset($part[$owner]) && ($ranks[$owner] ?? 0) < State::Down->rank()) {
                    $effect = $this->effect($need, $ranks);
                    if ($effect > ($ranks[$owner] ?? 0)) {
                        $ranks[$owner] = $found[$owner] = $effect;
                        $raised[] = $owner;
                    }
                }
            }
        }

        return $found;
    }

    /** @param  array<int, int>  $ranks  of those that are not up */
    private function effect(int $need, array $ranks): int
    {
        $members = [];
        foreach ($this->graph->members($need) as $member) {
            $members[] = $ranks[$member] ?? 0;
        }
        sort($members);
        $needed = $this->graph->needed($need);
        $base = $members[$needed - 1];
        $effect = $base === 0 && ($members[$needed] ?? 0) >= State::Degraded->rank() ? State::AtRisk->rank() : $base;

        return $this->graph->isSoft($need) ? ($effect === State::Down->rank() ? State::Degraded->rank() : 0) : $effect;
    }
}
