<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;

/** Reads incidents, tickets, what needs what, and linked tickets of the past, as the contract of related says. */
final class RelatedDocument
{
    /** @var array<array-key, true> */
    private array $seen = [];

    private function __construct(private readonly Document $document) {}

    /**
     * @return array{list<KnownIncident>, list<KnownTicket>, list<array{string, string}>, list<PastTicket>}
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        $fields = $document->fields($document->root(), '', ['incidents', 'tickets', 'dependencies', 'past']) ?? [];
        $reader = new self($document);
        $rows = static fn(string $name): array => array_key_exists($name, $fields) ? $document->list($fields[$name], "/$name") ?? [] : [];
        $all = [
            $reader->each($rows('incidents'), '/incidents', $reader->incident(...)),
            $reader->each($rows('tickets'), '/tickets', $reader->ticket(...)),
            $reader->each($rows('dependencies'), '/dependencies', $reader->dependency(...)),
            $reader->each($rows('past'), '/past', $reader->past(...)),
        ];
        $document->conclude();

        return $all;
    }

    /**
     * @template T
     *
     * @param  list<mixed>  $rows
     * @param  \Closure(mixed, string): (T|null)  $read
     * @return list<T>
     */
    private function each(array $rows, string $at, \Closure $read): array
    {
        $this->seen = [];
        $all = [];
        foreach ($rows as $i => $row) {
            $one = $read($row, "$at/$i");
            if ($one !== null) {
                $all[] = $one;
            }
        }

        return $all;
    }

    private function incident(mixed $value, string $at): ?KnownIncident
    {
        $row = $this->document->fields($value, $at, ['id', 'title', 'text', 'began_at', 'ended_at', 'services', 'items', 'places']) ?? [];
        [$id, $title, $text] = [$this->own($row, $at), $this->text($row, 'title', $at), $this->text($row, 'text', $at)];
        [$began, $ended] = [$this->instant($row, 'began_at', $at), $this->instant($row, 'ended_at', $at, true)];
        if ($began !== null && $ended !== null && $ended < $began) {
            $this->document->refuse(ErrorCode::OutOfRange, "$at/ended_at", 'An incident ends after it began. Use a later time, or null.');
        }
        $lists = array_map(fn(string $name): array => $this->ids($row, $name, $at), ['services', 'items', 'places']);

        return $id === null || $title === null || $text === null || $began === null
            ? null
            : new KnownIncident($id, $title, $text, $began, $ended, ...$lists);
    }

    private function ticket(mixed $value, string $at): ?KnownTicket
    {
        $row = $this->document->fields($value, $at, ['id', 'text', 'at', 'service', 'item', 'place']) ?? [];
        [$id, $text, $told] = [$this->own($row, $at), $this->text($row, 'text', $at), $this->instant($row, 'at', $at)];
        $named = array_map(
            fn(string $name): ?string => ($row[$name] ?? null) === null ? null : $this->document->id($row[$name], "$at/$name"),
            ['service', 'item', 'place'],
        );

        return $id === null || $text === null || $told === null ? null : new KnownTicket($id, $text, $told, ...$named);
    }

    /** @return array{string, string}|null */
    private function dependency(mixed $value, string $at): ?array
    {
        $row = $this->document->fields($value, $at, ['from', 'to']) ?? [];
        $from = array_key_exists('from', $row) ? $this->document->id($row['from'], "$at/from") : null;
        $to = array_key_exists('to', $row) ? $this->document->id($row['to'], "$at/to") : null;
        if ($from === null || $to === null) {
            return null;
        }
        if (isset($this->seen["$from $to"])) {
            $this->document->refuse(ErrorCode::DuplicateId, $at, 'This dependency is given twice. Keep one.');
        }
        $this->seen["$from $to"] = true;

        return [$from, $to];
    }

    private function past(mixed $value, string $at): ?PastTicket
    {
        $row = $this->document->fields($value, $at, ['text', 'incident', 'words']) ?? [];
        [$text, $words] = [$this->text($row, 'text', $at), $this->text($row, 'words', $at)];
        if (array_key_exists('incident', $row)) {
            $this->document->id($row['incident'], "$at/incident");
        }

        return $text === null || $words === null ? null : new PastTicket($text, $words);
    }

    /** @param  array<array-key, mixed>  $row */
    private function own(array $row, string $at): ?string
    {
        $id = array_key_exists('id', $row) ? $this->document->id($row['id'], "$at/id") : null;
        if ($id !== null && isset($this->seen[$id])) {
            $this->document->refuse(ErrorCode::DuplicateId, "$at/id", "Another one has the id \"$id\". Give this one its own.");
        }
        $this->seen[$id ?? ''] = true;

        return $id;
    }

    /** @param  array<array-key, mixed>  $row */
    private function text(array $row, string $name, string $at): ?string
    {
        return array_key_exists($name, $row) ? $this->document->text($row[$name], "$at/$name") : null;
    }

    /** @param  array<array-key, mixed>  $row */
    private function instant(array $row, string $name, string $at, bool $orNull = false): ?int
    {
        return ! array_key_exists($name, $row) || $orNull && $row[$name] === null
            ? null
            : $this->document->instant($row[$name], "$at/$name")?->seconds;
    }

    /**
     * @param  array<array-key, mixed>  $row
     * @return list<string>
     */
    private function ids(array $row, string $name, string $at): array
    {
        $ids = [];
        foreach (array_key_exists($name, $row) ? $this->document->list($row[$name], "$at/$name") ?? [] : [] as $i => $id) {
            $ids[] = $this->document->id($id, "$at/$name/$i");
        }

        return array_values(array_filter($ids, is_string(...)));
    }
}
