<?php

declare(strict_types=1);

namespace App\Topology;

use Skarvo\Topology\Affected;
use Skarvo\Topology\AffectedItems;
use Skarvo\Topology\State;

/**
 * The impact picture: every item that is hit, its state, why in words, and what it needs among the others.
 *
 * @phpstan-type Service array{id: string, name: string, tier: int, state: value-of<State>}
 * @phpstan-type ReachNode array{
 *     id: string, name: string, kind: string, tier: int|null, site: string|null, state: value-of<State>, distance: int|null,
 *     because: list<string>, why: string, groups: list<string>, side?: 'root'|'hit'|'under'|'spare', alerts?: int, work?: string|null,
 * }
 * @phpstan-type ReachEdge array{from: string, to: string, soft: bool, group: string|null}
 * @phpstan-type ReachData array{
 *     nodes: list<ReachNode>, edges: list<ReachEdge>, services: list<Service>, counts: array{down: int, degraded: int, at_risk: int},
 *     beyond: int,
 * }
 */
final readonly class Reach
{
    /** Items that a picture can hold; of more the nearest are shown, and the services that are hit. */
    private const MOST = 800;

    /** @var array<array-key, State> by item, of those that are hit */
    private array $states;

    /**
     * @param  AffectedItems  $impact  what is drawn
     * @param  array<array-key, Affected>  $others  all that is not up, by item, also what does not belong to what is drawn
     */
    public function __construct(private Estate $estate, private AffectedItems $impact, private array $others = [])
    {
        $this->states = array_column([...$others, ...$impact->affected], 'state', 'id');
    }

    /** @return ReachData beyond: how many items are left out, because they are too many */
    public function toArray(): array
    {
        return $this->nearest($this->told());
    }

    /**
     * @return array{nodes: list<ReachNode>, edges: list<ReachEdge>, services: list<Service>, counts: array{down: int, degraded: int,
     *      at_risk: int}}
     */
    private function told(): array
    {
        $byId = [];
        foreach ($this->impact->affected as $affected) {
            $byId[$affected->id] = $affected;
        }
        $edges = [];
        $spares = [];
        $groupsLeft = [];
        foreach ($this->estate->needsFor(array_map(strval(...), array_keys($byId))) as $need) {
            $bad = array_values(array_filter($need['members'], static fn(string $id): bool => isset($byId[$id])));
            if ($bad === [] || ! isset($byId[$need['owner']])) {
                continue;
            }
            $left = count(array_filter($need['members'], fn(string $id): bool => ! ($this->states[$id] ?? State::Up)->isBroken()));
            $label = $need['name'] === null ? null : "$left of ".count($need['members'])." left, {$need['needs']} needed";
            if ($label !== null) {
                $groupsLeft[$need['owner']][] = $label;
            }
            foreach ($need['members'] as $member) {
                if (! isset($byId[$member])) {
                    $spares[$member] = true;
                }
                $edges[] = ['from' => $need['owner'], 'to' => $member, 'soft' => $need['strength'] === 'soft', 'group' => $label];
            }
        }

        $this->estate->readAhead(array_map(strval(...), [...array_keys($byId), ...array_keys($spares)]));

        return [
            'nodes' => [
                ...array_map(
                    fn(Affected $a): array => $this->node($a->id, $a->state, $a, $groupsLeft[$a->id] ?? []),
                    $this->impact->affected,
                ),
                ...array_map(
                    fn(int|string $id): array => $this->node((string) $id, $this->states[$id] ?? State::Up, null, []),
                    array_keys($spares),
                ),
            ],
            'edges' => $edges,
            'services' => array_map(static fn($service): array => [
                'id' => $service->id, 'name' => $service->name, 'tier' => $service->tier, 'state' => $service->state->value,
            ], $this->estate->services($this->impact)),
            'counts' => [
                'down' => $this->impact->count(State::Down),
                'degraded' => $this->impact->count(State::Degraded),
                'at_risk' => $this->impact->count(State::AtRisk),
            ],
        ];
    }

    /**
     * @param  list<string>  $groups
     * @return ReachNode
     */
    private function node(string $id, State $state, ?Affected $affected, array $groups): array
    {
        $item = $this->estate->item($id);

        return [
            'id' => $id,
            'name' => $item['name'] ?? $id,
            'kind' => $item['kind'] ?? '',
            'tier' => $item['tier'] ?? null,
            'site' => $item['site'] ?? null,
            'state' => $state->value,
            'distance' => $affected?->distance,
            'because' => $affected?->because() ?? [],
            'why' => $affected !== null
                ? $this->why($affected)
                : (isset($this->others[$id]) ? 'Something else: '.lcfirst($this->why($this->others[$id])) : 'Works; it is the spare.'),
            'groups' => $groups,
        ];
    }

    /**
     * The same with what some items stand on: where the cause may be above, what it takes along below.
     *
     * @param  list<string>  $roots
     * @param  array<array-key, State>  $states  how items are now, where they are not up
     * @return ReachData
     */
    public function withUnderneath(array $roots, array $states): array
    {
        $told = $this->told();
        $nodes = array_map(
            static fn(array $node): array => [
                ...$node, 'side' => $node['distance'] === null ? 'spare' : ($node['distance'] === 0 ? 'root' : 'hit'),
            ],
            $told['nodes'],
        );
        $byId = array_column($nodes, null, 'id');
        $under = $this->estate->underneath($roots);
        $this->estate->readAhead(array_map(strval(...), array_keys($under)));
        foreach ($under as $id => $place) {
            $id = (string) $id;
            if (isset($byId[$id]) && in_array($byId[$id]['side'], ['root', 'hit'], true)) {
                continue;
            }
            $path = [$id];
            for ($above = $place['above']; $above !== null; $above = $under[$above]['above']) {
                $path[] = $above;
            }
            $state = $states[$id] ?? State::Up;
            $byId[$id] = [
                ...$this->node($id, $state, null, []), 'distance' => $place['distance'], 'because' => $path,
                'side' => $place['distance'] === 0 ? 'root' : 'under',
                'why' => $place['distance'] === 0
                    ? 'Where you began.'
                    : ucfirst(implode(
                        ', which needs ', array_map($this->estate->name(...), array_reverse($path)),
                    )).'. It is '.match ($state) {
                        State::Down => 'down', State::Degraded => 'degraded', State::AtRisk => 'without a spare', State::Up => 'up',
                    }.'.',
            ];
        }
        $edges = array_fill_keys(array_map(static fn(array $e): string => "{$e['from']} {$e['to']}", $told['edges']), true);
        $all = $told['edges'];
        foreach ($this->estate->needsOf(array_map(strval(...), array_keys($under))) as $need) {
            $left = count(array_filter($need['members'], static fn(string $m): bool => ! ($states[$m] ?? State::Up)->isBroken()));
            $label = $need['name'] === null ? null : "$left of ".count($need['members'])." left, {$need['needs']} needed";
            if ($label !== null && isset($byId[$need['owner']]) && ! in_array($label, $byId[$need['owner']]['groups'], true)) {
                $byId[$need['owner']]['groups'][] = $label;
            }
            foreach ($need['members'] as $member) {
                if (isset($byId[$member]) && ! isset($edges["{$need['owner']} $member"])) {
                    $all[] = ['from' => $need['owner'], 'to' => $member, 'soft' => $need['strength'] === 'soft', 'group' => $label];
                }
            }
        }

        return $this->nearest([...$told, 'nodes' => array_values($byId), 'edges' => $all]);
    }

    /**
     * @param  array{nodes: list<ReachNode>, edges: list<ReachEdge>, services: list<Service>, counts: array{down: int, degraded: int,
     *      at_risk: int}}  $told
     * @return ReachData
     */
    private function nearest(array $told): array
    {
        $beyond = count($told['nodes']) - self::MOST;
        if ($beyond <= 0) {
            return [...$told, 'beyond' => 0];
        }
        $hit = array_fill_keys(array_column($told['services'], 'id'), true);
        $far = static fn(array $node): int => isset($hit[$node['id']]) ? 0 : ($node['distance'] ?? PHP_INT_MAX);
        usort($told['nodes'], static fn(array $a, array $b): int => $far($a) <=> $far($b) ?: strcmp($a['id'], $b['id']));
        $nodes = array_slice($told['nodes'], 0, self::MOST);
        $kept = array_fill_keys(array_column($nodes, 'id'), true);
        $edges = array_values(array_filter(
            $told['edges'], static fn(array $edge): bool => isset($kept[$edge['from']], $kept[$edge['to']]),
        ));
        // The way to a service that is far goes through what is left out: a line stands for it.
        $tied = array_fill_keys(array_column($edges, 'from'), true);
        foreach ($nodes as $node) {
            $near = isset($hit[$node['id']])
                && ! isset($tied[$node['id']])
                    ? array_values(array_filter(array_slice($node['because'], 1), static fn(string $id): bool => isset($kept[$id])))
                    : [];
            if ($near !== []) {
                $edges[] = ['from' => $node['id'], 'to' => $near[0], 'soft' => true, 'group' => null];
            }
        }

        return [...$told, 'nodes' => $nodes, 'edges' => $edges, 'beyond' => $beyond];
    }

    /** In words, why an item is hit: from it to what was observed. */
    public function why(Affected $affected): string
    {
        $says = fn(string $id): string => match ($this->states[$id] ?? State::Up) {
            State::Down => 'down',
            State::Degraded => 'degraded',
            State::AtRisk => 'without a spare',
            State::Up => 'up',
        };
        if ($affected->distance === 0) {
            return 'Reported by alerts: '.$says($affected->id).'.';
        }
        $steps = array_slice($affected->because(), 1);
        $told = array_map(fn(string $id): string => $this->estate->name($id).' is '.$says($id), $steps);

        return ucfirst($says($affected->id)).', because '.implode(', because ', $told).'.';
    }
}
