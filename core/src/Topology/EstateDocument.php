<?php

declare(strict_types=1);

namespace Skarvo\Topology;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Row;

/** Reads `items`, `dependencies`, `groups` and what is asked about them, as the contract of trace and weak-points says. */
final class EstateDocument
{
    /** The list that grows with the square of an estate. */
    public const LONG_LIST = 'dependencies';

    private const LISTS = ['dependencies', 'groups'];

    private readonly Graph $graph;

    /** @var array<array-key, mixed> */
    private array $fields = [];

    private function __construct(private readonly Document $document)
    {
        $this->graph = new Graph;
    }

    /**
     * @return array{Graph, list<array{int, State}>} the estate, and what was observed in it
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function forTrace(Document $document): array
    {
        $reader = new self($document);
        $reader->read(['items'], [...self::LISTS, 'observed']);
        $observed = [];
        foreach ($reader->objects('observed', ['id', 'state']) as $at => $row) {
            $item = $reader->item($row, 'id', $at);
            $state = array_key_exists('state', $row) ? $document->word($row['state'], "$at/state", State::class) : null;
            if ($item !== null && $state !== null) {
                $observed[] = [$item, $state];
            }
        }
        $document->conclude();
        // In order of their ids, as they are told: part of getting the estate ready.
        $reader->graph->inOrder();

        return [$reader->graph, $observed];
    }

    /**
     * @return array{Graph, list<array{int, State, int}>, list<int>|null} the estate, symptoms with when they began in seconds since the
     *      epoch, and the items that are watched (null: all)
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function forCandidates(Document $document): array
    {
        $reader = self::open($document, ['items'], ['symptoms', 'watched']);
        [$symptoms, $watched] = [$reader->symptoms(), $reader->watched()];
        $document->conclude();

        return [$reader->graph, $symptoms, $watched];
    }

    /**
     * The estate of a document that holds more, which its own reader goes on to read.
     *
     * @param  list<string>  $required
     * @param  list<string>  $optional  besides `dependencies` and `groups`
     */
    public static function open(Document $document, array $required, array $optional): self
    {
        $reader = new self($document);
        $reader->read($required, [...self::LISTS, ...$optional]);

        return $reader;
    }

    public function graph(): Graph
    {
        return $this->graph;
    }

    /** @return list<array{int, State, int}> what was seen: item, state, and when it began in seconds since the epoch */
    public function symptoms(): array
    {
        $symptoms = [];
        foreach ($this->objects('symptoms', ['id', 'state', 'at']) as $at => $row) {
            $item = $this->item($row, 'id', $at);
            $state = array_key_exists('state', $row) ? $this->document->word($row['state'], "$at/state", State::class) : null;
            $instant = array_key_exists('at', $row) ? $this->document->instant($row['at'], "$at/at") : null;
            if ($item !== null && $state !== null && $instant !== null) {
                $symptoms[] = [$item, $state, $instant->seconds];
            }
        }

        return $symptoms;
    }

    /** @return list<int>|null the items that are watched; null: all */
    public function watched(): ?array
    {
        if (! array_key_exists('watched', $this->fields)) {
            return null;
        }
        $watched = [];
        foreach ($this->document->list($this->fields['watched'], '/watched') ?? [] as $i => $id) {
            $item = $this->item(['id' => $id], 'id', '', "/watched/$i");
            if ($item !== null) {
                $watched[] = $item;
            }
        }

        return $watched;
    }

    /**
     * What a document holds besides its estate.
     *
     * @param  list<string>  $required
     * @param  list<string>  $optional
     * @return iterable<int, Row>
     */
    public function rows(string $list, array $required, array $optional): iterable
    {
        return Row::of($this->document, $this->fields)->rows($list, $required, $optional);
    }

    /** @return list<int> items of a list in which each is named once */
    public function itemsOf(Row $row, string $list): array
    {
        $items = [];
        foreach ($row->ids($list) as $i => $id) {
            $number = $this->graph->number($id);
            $number === null ? $this->unknown($id, $row->at($list)."/$i") : $items[] = $number;
        }

        return $items;
    }

    /**
     * @return array{Graph, int} the estate, and the service that is asked about
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function forWeakPoints(Document $document): array
    {
        $reader = new self($document);
        $reader->read(['items', 'service'], self::LISTS);
        $service = $reader->item($reader->fields, 'service', '');
        $document->conclude();

        return [$reader->graph, $service ?? throw new \LogicException('A sound document has its service.')];
    }

    /**
     * @param  list<string>  $required
     * @param  list<string>  $optional
     */
    private function read(array $required, array $optional): void
    {
        $this->fields = $this->document->fields($this->document->root(), '', $required, $optional) ?? [];
        $this->readItems();
        $this->readNeeds();
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

    /**
     * @param  array<array-key, mixed>  $row
     */
    private function item(array $row, string $field, string $at, ?string $pointer = null): ?int
    {
        if (! array_key_exists($field, $row)) {
            return null;
        }
        $pointer ??= "$at/$field";
        $id = $this->document->id($row[$field], $pointer);

        return $id === null ? null : ($this->graph->number($id) ?? $this->unknown($id, $pointer));
    }

    private function unknown(string $id, string $at): null
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
    private function objects(string $list, array $required, array $optional = []): iterable
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
}
