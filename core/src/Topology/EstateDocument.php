<?php

declare(strict_types=1);

namespace Skarvo\Topology;

use Skarvo\Json\Document;
use Skarvo\Json\Row;

/** Reads `items`, `dependencies`, `groups` and what is asked about them, as the contract of trace and weak-points says. */
final class EstateDocument
{
    /** The list that grows with the square of an estate. */
    public const LONG_LIST = 'dependencies';

    private const LISTS = ['dependencies', 'groups'];

    /** @var array<array-key, mixed> */
    private readonly array $fields;

    private readonly EstateLists $lists;

    /**
     * @param  list<string>  $required
     * @param  list<string>  $optional  besides `dependencies` and `groups`
     */
    private function __construct(private readonly Document $document, array $required, array $optional)
    {
        $this->fields = $document->fields($document->root(), '', $required, [...self::LISTS, ...$optional]) ?? [];
        $this->lists = new EstateLists($document, $this->fields);
    }

    /**
     * @return array{Graph, list<array{int, State}>} the estate, and what was observed in it
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function forTrace(Document $document): array
    {
        $reader = new self($document, ['items'], ['observed']);
        $observed = [];
        foreach ($reader->lists->objects('observed', ['id', 'state']) as $at => $row) {
            $item = $reader->lists->item($row, 'id', $at);
            $state = array_key_exists('state', $row) ? $document->word($row['state'], "$at/state", State::class) : null;
            if ($item !== null && $state !== null) {
                $observed[] = [$item, $state];
            }
        }
        $document->conclude();
        // In order of their ids, as they are told: part of getting the estate ready.
        $reader->lists->graph->inOrder();

        return [$reader->lists->graph, $observed];
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

        return [$reader->lists->graph, $symptoms, $watched];
    }

    /**
     * The estate of a document that holds more, which its own reader goes on to read.
     *
     * @param  list<string>  $required
     * @param  list<string>  $optional  besides `dependencies` and `groups`
     */
    public static function open(Document $document, array $required, array $optional): self
    {
        return new self($document, $required, $optional);
    }

    public function graph(): Graph
    {
        return $this->lists->graph;
    }

    /** @return list<array{int, State, int}> what was seen: item, state, and when it began in seconds since the epoch */
    public function symptoms(): array
    {
        $symptoms = [];
        foreach ($this->lists->objects('symptoms', ['id', 'state', 'at']) as $at => $row) {
            $item = $this->lists->item($row, 'id', $at);
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
            $item = $this->lists->item(['id' => $id], 'id', '', "/watched/$i");
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
            $number = $this->lists->graph->number($id);
            $number === null ? $this->lists->unknown($id, $row->at($list)."/$i") : $items[] = $number;
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
        $reader = new self($document, ['items', 'service'], []);
        $service = $reader->lists->item($reader->fields, 'service', '');
        $document->conclude();

        return [$reader->lists->graph, $service ?? throw new \LogicException('A sound document has its service.')];
    }
}
