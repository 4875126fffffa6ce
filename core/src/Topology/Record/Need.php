<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

use Skarvo\Topology\Strength;

/** That an item needs another, or so many of several. */
final readonly class Need
{
    /**
     * @param  list<string>  $members  ids of items, each once
     * @param  int  $needed  1 to the count of members
     * @param  string|null  $relation  the id of a relation, which says how strong it is then
     */
    public function __construct(public array $members, public int $needed, public Strength $strength, public ?string $relation = null) {}

    /** Whether this is one item, needed by itself. */
    public function isSingle(): bool
    {
        return count($this->members) === 1;
    }
}
