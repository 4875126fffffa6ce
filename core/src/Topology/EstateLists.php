<?php

declare(strict_types=1);

namespace Skarvo\Topology;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;

/**
 * Reads the lists of a document that make an estate, and finds what other lists of it name. What is wrong is noted in the
 * document.
 *
 * @internal
 */
final readonly class EstateLists
{
    public Graph $graph;

    /** @param  array<array-key, mixed>  $fields  of the document */
    public function __construct(private Document $document, private array $fields)
    {
        $this->graph = new Graph;
        $this->readItems();
        $this->readNeeds();
    }

    /**
     * The number of the item that a field names.
     *
     * @param  array<array-key, mixed>  $row
     * @param  string  $at  pointer to the row
     * @param  string|null  $pointer  to the field, where it is not in the row by its name
     */
    public function item(array $row, string $field, string $at, ?string $pointer = null): ?int
    {
        if (! array_key_exists($field, $row)) {
            return null;
        }
        $pointer ??= "$at/$field";
        $id = $this->document->id($row[$field], $pointer);

        return $id === null ? null : ($this->graph->number($id) ?? $this->unknown($id, $pointer));
    }

    public function unknown(string $id, string $at): null
    {
        return $this->document->refuse(
            ErrorCode::UnknownId, $at, "There is no item \"$id\". Declare it in items, or correct the id.",
        );
    }

    /**
     * The objects of a list, by the pointer to each. Those that are no objects are noted and passed over.
     *
     * @param  list<string>  $required
     * @param  list<string>  $optional
     * @return iterable<string, array<array-key, mixed>>
     */
    public function objects(string $list, array $required, array $optional = []): iterable
    {
        if (! array_key_exists($list, $this->fields)) {
            return;
        }
        foreach ($this->document->rows($this->fields[$list], "/$list") ?? [] as $i => $row) {
            $fields = $this->document->fields($row, "/$list/$i", $required, $optional);
            if ($fields !== null) {
                yield "/$list/$i" => $fields;
            }
        }
    }

    private function readItems(): void
    {
        foreach ($this->objects('items', ['id'], ['kind', 'tier']) as $at => $row) {
            $id = array_key_exists('id', $row) ? $this->document->id($row['id'], "$at/id") : null;
            if ($id !== null) {
                $this->graph->number($id) === null
                    ? $this->graph->addItem($id)
                    : $this->document->refuse(ErrorCode::DuplicateId, "$at/id", "The item \"$id\" is declared twice. Keep one.");
            }
            if (array_key_exists('kind', $row)) {
                $this->document->text($row['kind'], "$at/kind");
            }
            if (array_key_exists('tier', $row)) {
                $this->document->integer($row['tier'], "$at/tier", 1, 4);
            }
        }
    }

    private function readNeeds(): void
    {
        $groups = $this->readGroups();
        $seen = [];
        foreach ($this->objects('dependencies', ['from', 'to'], ['strength', 'group']) as $at => $row) {
            $from = $this->item($row, 'from', $at);
            $to = $this->item($row, 'to', $at);
            if ($from !== null && $from === $to) {
                $this->document->refuse(ErrorCode::OutOfRange, "$at/to", 'An item cannot need itself. Name another item.');
            }
            $group = null;
            $strength = null;
            if (array_key_exists('group', $row)) {
                $group = $this->document->id($row['group'], "$at/group");
                if (array_key_exists('strength', $row)) {
                    $this->document->refuse(
                        ErrorCode::UnknownField, "$at/strength",
                        'A dependency in a group has the strength of the group. Remove this one.',
                    );
                }
                $owner = is_string($row['from'] ?? null) ? $row['from'] : null;
                if ($group !== null && $owner !== null) {
                    if (! isset($groups[self::key($owner, $group)])) {
                        $this->document->refuse(
                            ErrorCode::UnknownId, "$at/group",
                            "The item \"$owner\" declares no group \"$group\". Declare it in groups.",
                        );
                    } else {
                        $groups[self::key($owner, $group)]['count']++;
                    }
                }
            } elseif (array_key_exists('strength', $row)) {
                $strength = $this->document->word($row['strength'], "$at/strength", Strength::class);
            } else {
                $this->document->refuse(
                    ErrorCode::MissingField, "$at/strength",
                    'Say how strong this dependency is, hard or soft, or name its group.',
                );
            }
            if ($from === null || $to === null) {
                continue;
            }
            $key = "$from $to ".($group ?? ' ');
            if (isset($seen[$key])) {
                $this->document->refuse(ErrorCode::DuplicateId, $at, 'This dependency is given twice. Keep one.');
            }
            $seen[$key] = true;
            if ($strength !== null) {
                $this->graph->addNeed($from, [$to], 1, $strength);
            } elseif ($group !== null && isset($groups[self::key($this->graph->id($from), $group)])) {
                $groups[self::key($this->graph->id($from), $group)]['members'][] = $to;
            }
        }
        foreach ($groups as $group) {
            if ($group['needs'] !== null && $group['needs'] > $group['count']) {
                $this->document->refuse(
                    ErrorCode::OutOfRange, $group['at'].'/needs',
                    "This group needs {$group['needs']} and has {$group['count']} members. Need fewer, or add dependencies to it.",
                );
            } elseif ($group['needs'] !== null && $group['item'] !== null && $group['strength'] !== null) {
                $this->graph->addNeed($group['item'], $group['members'], $group['needs'], $group['strength']);
            }
        }
    }

    /** @return array<string, array{at: string, item: ?int, needs: ?int, strength: ?Strength, count: int, members: list<int>}> */
    private function readGroups(): array
    {
        $groups = [];
        foreach ($this->objects('groups', ['item', 'name', 'needs', 'strength']) as $at => $row) {
            $item = $this->item($row, 'item', $at);
            $name = array_key_exists('name', $row) ? $this->document->id($row['name'], "$at/name") : null;
            $needs = array_key_exists('needs', $row) ? $this->document->integer($row['needs'], "$at/needs", 1, PHP_INT_MAX) : null;
            $strength = array_key_exists('strength', $row)
                ? $this->document->word($row['strength'], "$at/strength", Strength::class)
                : null;
            if ($name === null || ! is_string($row['item'] ?? null)) {
                continue;
            }
            $key = self::key($row['item'], $name);
            if (isset($groups[$key])) {
                $this->document->refuse(
                    ErrorCode::DuplicateId, "$at/name", "The group \"$name\" of this item is declared twice. Keep one.",
                );

                continue;
            }
            $groups[$key] = ['at' => $at, 'item' => $item, 'needs' => $needs, 'strength' => $strength, 'count' => 0, 'members' => []];
        }

        return $groups;
    }

    /** Neither an id nor a group's name holds a space. */
    private static function key(string $item, string $group): string
    {
        return "$item $group";
    }
}
