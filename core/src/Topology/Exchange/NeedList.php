<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Topology\Record\Need;
use Skarvo\Topology\Strength;

/** Gathers dependencies that a file lists one by one into the needs of each item. */
final class NeedList
{
    /** @var array<array-key, list<array{to: string, strength: Strength|null, relation: string|null}>> by owner */
    private array $single = [];

    /**
     * @var array<array-key, array<array-key, array{needed: int, strength: Strength|null, relation: string|null, members: list<string>}>> by
     *      owner, by name
     */
    private array $groups = [];

    public function group(string $owner, string $name, int $needed, ?Strength $strength, ?string $relation): void
    {
        $this->groups[$owner][$name] ??= ['needed' => $needed, 'strength' => $strength, 'relation' => $relation, 'members' => []];
    }

    public function add(string $owner, string $to, ?Strength $strength, ?string $group, ?string $relation): void
    {
        if ($group === null) {
            $this->single[$owner][] = ['to' => $to, 'strength' => $strength, 'relation' => $relation];
        } else {
            $this->group($owner, $group, 0, $strength, $relation);
            $this->groups[$owner][$group]['members'][] = $to;
        }
    }

    /**
     * A group that needs none, or more than it has, is passed on as it is: the plan refuses it.
     *
     * @return list<Need>|null null if the file lists none of the owner
     */
    public function of(string $owner): ?array
    {
        if (! isset($this->single[$owner]) && ! isset($this->groups[$owner])) {
            return null;
        }
        $needs = [];
        foreach ($this->single[$owner] ?? [] as $one) {
            $needs[] = new Need([$one['to']], 1, $one['strength'] ?? Strength::Hard, $one['relation']);
        }
        foreach ($this->groups[$owner] ?? [] as $group) {
            $needs[] = new Need($group['members'], $group['needed'], $group['strength'] ?? Strength::Hard, $group['relation']);
        }

        return $needs;
    }

    /** @return list<string> */
    public function owners(): array
    {
        return array_map(strval(...), array_keys($this->single + $this->groups));
    }
}
