<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Value\Must;

/** What a scanner found, at one time, of the part of the estate that it looks at. */
final readonly class Snapshot
{
    private const MOST_VALUE = 1000;

    /**
     * @param  string  $id  the same again is the same snapshot
     * @param  int  $at  seconds since the epoch
     * @param  bool  $complete  whether what is not in it is not there
     * @param  list<ObservedItem>  $items  each ref once
     * @param  list<ObservedConnection>  $connections
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $id, public string $scanner, public int $at, public bool $complete, public array $items,
        public array $connections,
    ) {
        Must::name($scanner, 'A scanner');
    }

    /** @throws \Skarvo\Json\BadInput */
    public static function read(Document $document): self
    {
        $fields = $document->fields($document->root(), '', ['id', 'scanner', 'at', 'items'], ['complete', 'connections']) ?? [];
        $id = array_key_exists('id', $fields) ? $document->id($fields['id'], '/id') : null;
        $scanner = array_key_exists('scanner', $fields) ? $document->id($fields['scanner'], '/scanner') : null;
        $at = array_key_exists('at', $fields) ? $document->instant($fields['at'], '/at') : null;
        $complete = $fields['complete'] ?? true;
        if (! is_bool($complete)) {
            $document->wrongType('/complete', 'true or false');
        }
        $items = $refs = [];
        foreach (array_key_exists('items', $fields) ? $document->list($fields['items'], '/items') ?? [] : [] as $i => $value) {
            $item = self::item($document, $value, "/items/$i");
            if ($item !== null && isset($refs[$item->ref])) {
                $document->refuse(ErrorCode::DuplicateId, "/items/$i/ref", "The ref \"$item->ref\" is there twice. Keep one.");
            } elseif ($item !== null) {
                $refs[$item->ref] = true;
                $items[] = $item;
            }
        }
        $connections = [];
        foreach (
            array_key_exists('connections', $fields) ? $document->list($fields['connections'], '/connections') ?? [] : [] as $i => $value
        ) {
            $connection = self::connection($document, $value, "/connections/$i", $refs);
            if ($connection !== null) {
                $connections[] = $connection;
            }
        }
        $document->conclude();

        return new self((string) $id, (string) $scanner, $at->seconds ?? 0, $complete === true, $items, $connections);
    }

    private static function item(Document $document, mixed $value, string $at): ?ObservedItem
    {
        $fields = $document->fields($value, $at, ['ref', 'kind'], ['name', 'site', 'attributes']);
        if ($fields === null) {
            return null;
        }
        $ref = array_key_exists('ref', $fields) ? $document->id($fields['ref'], "$at/ref") : null;
        $kind = array_key_exists('kind', $fields) ? $document->text($fields['kind'], "$at/kind") : null;
        $values = [];
        foreach (['name', 'site'] as $name) {
            if (array_key_exists($name, $fields)) {
                $values[$name] = $document->text($fields[$name], "$at/$name") ?? '';
            }
        }
        foreach (
            array_key_exists('attributes', $fields) ? $document->map($fields['attributes'], "$at/attributes") ?? [] : [] as $name => $said
        ) {
            if (is_string($said) || is_int($said) || is_float($said)) {
                $values[(string) $name] = (string) $said;
            } else {
                $document->wrongType("$at/attributes/".str_replace(['~', '/'], ['~0', '~1'], (string) $name), 'a string or a number');
            }
        }
        foreach ($values as $name => $said) {
            if (mb_strlen($said) > self::MOST_VALUE) {
                $document->refuse(ErrorCode::OutOfRange, $at, "\"$name\" is longer than ".self::MOST_VALUE.' characters.');
            }
        }

        return $ref === null
            || $kind === null
                ? null
                : new ObservedItem(
                    $ref, trim($kind), array_filter(array_map(trim(...), $values), static fn(string $said): bool => $said !== ''),
                );
    }

    /** @param  array<array-key, true>  $refs */
    private static function connection(Document $document, mixed $value, string $at, array $refs): ?ObservedConnection
    {
        $fields = $document->fields($value, $at, ['from', 'to'], ['port', 'seen']);
        if ($fields === null) {
            return null;
        }
        $ends = [];
        foreach (['from', 'to'] as $end) {
            $ref = array_key_exists($end, $fields) ? $document->id($fields[$end], "$at/$end") : null;
            if ($ref !== null && ! isset($refs[$ref])) {
                $document->refuse(ErrorCode::UnknownId, "$at/$end", "There is no item with the ref \"$ref\" in this snapshot.");
            }
            $ends[] = $ref;
        }
        $port = array_key_exists('port', $fields) ? $document->integer($fields['port'], "$at/port", 1, 65535) : null;
        $seen = array_key_exists('seen', $fields) ? $document->integer($fields['seen'], "$at/seen", 1, PHP_INT_MAX) : 1;

        return $ends[0] === null || $ends[1] === null ? null : new ObservedConnection($ends[0], $ends[1], $port, $seen ?? 1);
    }
}
