<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/**
 * Items and what they need, as flat lists of numbers, so that a solver walks a large estate without objects.
 *
 * An item is its number in $ids. A need is a group of members of which so many must work; a dependency that
 * stands alone is a need with one member.
 */
final class Graph
{
    /** @var list<string> the ids of the items, by number */
    private array $ids = [];

    /** @var list<int> numbers in order of ids, as far as that was asked for */
    private array $inOrder = [];

    /** @var array<array-key, int> number of the item, by id */
    private array $numbers = [];

    /** @var list<int> by need: the item that has the need */
    private array $owners = [];

    /** @var list<int> by need: how many members must work */
    private array $needed = [];

    /** @var list<bool> by need */
    private array $soft = [];

    /** @var list<int> by need: how many members it has */
    private array $sizes = [];

    /** @var list<list<int>> by need: the items that are its members */
    private array $members = [];

    /** @var array<int, list<int>> by item: the needs of which it is a member */
    private array $serves = [];

    /** @var array<int, list<int>> by item: the items that need it wholly, by itself */
    private array $hard = [];

    /** @var array<int, list<int>> by item: the items that need it to work fully, by itself */
    private array $softly = [];

    /** @var array<int, list<int>> by item: the needs with several members of which it is one */
    private array $groups = [];

    /** @var array<int, list<int>>|null by item: the needs that it has; null until that is asked for */
    private ?array $needsOf = null;

    /** Adds an item; its number is the count of those before it. */
    public function addItem(string $id): int
    {
        $this->ids[] = $id;

        return $this->numbers[$id] = count($this->ids) - 1;
    }

    /**
     * @param  list<int>  $members  numbers of items
     * @param  int  $needed  1 to the count of members
     */
    public function addNeed(int $owner, array $members, int $needed, Strength $strength): void
    {
        $need = count($this->owners);
        $this->owners[] = $owner;
        $this->needed[] = $needed;
        $this->soft[] = $strength === Strength::Soft;
        $this->members[] = $members;
        $this->sizes[] = count($members);
        if ($this->needsOf !== null) {
            $this->needsOf[$owner][] = $need;
        }
        foreach ($members as $member) {
            $this->serves[$member][] = $need;
            if (count($members) > 1) {
                $this->groups[$member][] = $need;
            }
        }
        if (count($members) === 1) {
            $strength === Strength::Soft ? $this->softly[$members[0]][] = $owner : $this->hard[$members[0]][] = $owner;
        }
    }

    /**
     * All of it at once: a solver that asks for each need by itself spends its time on asking. Most needs have one
     * member, and of those only the owner is of interest: `hard` and `softly` have them by member.
     *
     * @return array{owners: list<int>, needed: list<int>, soft: list<bool>, sizes: list<int>, hard: array<int, list<int>>,
     *      softly: array<int, list<int>>, groups: array<int, list<int>>}
     */
    public function lists(): array
    {
        return [
            'owners' => $this->owners, 'needed' => $this->needed, 'soft' => $this->soft, 'sizes' => $this->sizes,
            'hard' => $this->hard, 'softly' => $this->softly, 'groups' => $this->groups,
        ];
    }

    /**
     * All that stands on some items, directly or through others.
     *
     * @param  list<int>  $items
     * @return list<int> themselves first
     */
    public function standingOn(array $items): array
    {
        $seen = array_fill_keys($items, true);
        for ($front = $items; $front !== [];) {
            foreach ($this->servedBy(array_pop($front)) as $need) {
                $owner = $this->owners[$need];
                if (! isset($seen[$owner])) {
                    $seen[$owner] = true;
                    $front[] = $owner;
                }
            }
        }

        return array_keys($seen);
    }

    /** @return list<string> ids, by number */
    public function ids(): array
    {
        return $this->ids;
    }

    /** @return list<int> numbers of all items, in order of their ids */
    public function inOrder(): array
    {
        if (count($this->inOrder) !== count($this->ids)) {
            $ids = $this->ids;
            asort($ids, SORT_STRING);
            $this->inOrder = array_keys($ids);
        }

        return $this->inOrder;
    }

    public function number(string $id): ?int
    {
        return $this->numbers[$id] ?? null;
    }

    public function id(int $number): string
    {
        return $this->ids[$number];
    }

    public function size(): int
    {
        return count($this->ids);
    }

    public function owner(int $need): int
    {
        return $this->owners[$need];
    }

    /** @return list<int> */
    public function owners(): array
    {
        return $this->owners;
    }

    /** @return array<int, list<int>> the needs that each item has, by item; one that needs nothing is left out */
    public function needsOf(): array
    {
        if ($this->needsOf === null) {
            $this->needsOf = [];
            foreach ($this->owners as $need => $owner) {
                $this->needsOf[$owner][] = $need;
            }
        }

        return $this->needsOf;
    }

    public function needed(int $need): int
    {
        return $this->needed[$need];
    }

    public function isSoft(int $need): bool
    {
        return $this->soft[$need];
    }

    /** @return list<int> */
    public function members(int $need): array
    {
        return $this->members[$need];
    }

    /** @return list<list<int>> */
    public function allMembers(): array
    {
        return $this->members;
    }

    /** @return list<int> the needs of which the item is a member */
    public function servedBy(int $item): array
    {
        return $this->serves[$item] ?? [];
    }
}
