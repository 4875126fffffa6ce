<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Notes;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;

/** Reads tickets, links, rules and notes, as the contract of copies says. */
final readonly class CopiesDocument
{
    /** @param  array<array-key, mixed>  $fields */
    private function __construct(private Document $document, private array $fields) {}

    /**
     * @return array{list<TicketTie>, list<CopyRule>, list<Note>}
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        $reader = new self($document, $document->fields($document->root(), '', ['tickets', 'links', 'rules', 'notes']) ?? []);
        $tickets = $reader->tickets();
        $read = [$reader->links($tickets), $reader->rules(), $reader->notes($tickets)];
        $document->conclude();

        return array_map(static fn(array $makers): array => array_map(static fn(\Closure $one): object => $one(), $makers), $read);
    }

    /** @return array<array-key, true> by id */
    private function tickets(): array
    {
        $tickets = [];
        foreach ($this->list('tickets') as $i => $value) {
            $at = "/tickets/$i";
            $row = $this->document->fields($value, $at, ['id', 'kind']) ?? [];
            $id = $this->id($row, 'id', $at);
            if ($id !== null && isset($tickets[$id])) {
                $this->document->refuse(ErrorCode::DuplicateId, "$at/id", "There are two tickets called \"$id\". Rename one.");
            }
            $this->id($row, 'kind', $at);
            $tickets += $id === null ? [] : [$id => true];
        }

        return $tickets;
    }

    /**
     * @param  array<array-key, true>  $tickets
     * @return list<\Closure(): TicketTie>
     */
    private function links(array $tickets): array
    {
        $links = [];
        foreach ($this->list('links') as $i => $value) {
            $at = "/links/$i";
            $row = $this->document->fields($value, $at, ['from', 'to', 'kind', 'at'], ['until']) ?? [];
            $from = $this->ticket($row, 'from', $at, $tickets);
            $to = $this->ticket($row, 'to', $at, $tickets);
            if ($from !== null && $from === $to) {
                $this->document->refuse(ErrorCode::OutOfRange, "$at/to", 'A link ties two tickets. Name another one.');
            }
            $kind = $this->id($row, 'kind', $at);
            $since = $this->instant($row, 'at', $at);
            $until = $this->instant($row, 'until', $at);
            if ($since !== null && $until !== null && $until <= $since) {
                $this->document->refuse(
                    ErrorCode::OutOfRange, "$at/until", 'A link ends at least a second after it begins. Use a later time.'
                );
            }
            $links[] = static fn(): TicketTie => new TicketTie((string) $from, (string) $to, (string) $kind, (int) $since, $until);
        }

        return $links;
    }

    /** @return list<\Closure(): CopyRule> */
    private function rules(): array
    {
        $rules = [];
        foreach ($this->list('rules') as $i => $value) {
            $at = "/rules/$i";
            $row = $this->document->fields($value, $at, ['link', 'way', 'internal', 'public'], ['earlier']) ?? [];
            $link = $this->id($row, 'link', $at);
            $way = array_key_exists('way', $row) ? $this->document->word($row['way'], "$at/way", Way::class) : null;
            $is = [];
            foreach (['internal', 'public', 'earlier'] as $name) {
                if (array_key_exists($name, $row) && ! is_bool($row[$name])) {
                    $this->document->wrongType("$at/$name", 'true or false');
                }
                $is[$name] = ($row[$name] ?? false) === true;
            }
            $rules[] = static fn(): CopyRule => new CopyRule((string) $link, $way ?? Way::Both, ...$is);
        }

        return $rules;
    }

    /**
     * @param  array<array-key, true>  $tickets
     * @return list<\Closure(): Note>
     */
    private function notes(array $tickets): array
    {
        $notes = $ids = [];
        foreach ($this->list('notes') as $i => $value) {
            $at = "/notes/$i";
            $row = $this->document->fields($value, $at, ['id', 'on', 'at', 'visibility']) ?? [];
            $id = $this->id($row, 'id', $at);
            if ($id !== null && isset($ids[$id])) {
                $this->document->refuse(ErrorCode::DuplicateId, "$at/id", "There are two notes called \"$id\". Rename one.");
            }
            $ids += $id === null ? [] : [$id => true];
            $on = $this->ticket($row, 'on', $at, $tickets);
            $written = $this->instant($row, 'at', $at);
            $seen = array_key_exists('visibility', $row)
                ? $this->document->word($row['visibility'], "$at/visibility", Visibility::class)
                : null;
            $notes[] = static fn(): Note => new Note((string) $id, (string) $on, (int) $written, $seen ?? Visibility::Internal);
        }

        return $notes;
    }

    /**
     * @param  array<array-key, mixed>  $row
     * @param  array<array-key, true>  $tickets
     */
    private function ticket(array $row, string $name, string $at, array $tickets): ?string
    {
        $id = $this->id($row, $name, $at);

        return $id === null || isset($tickets[$id]) ? $id
            : $this->document->refuse(ErrorCode::UnknownId, "$at/$name", "There is no ticket called \"$id\". Add it to \"tickets\".");
    }

    /** @param  array<array-key, mixed>  $row */
    private function id(array $row, string $name, string $at): ?string
    {
        return array_key_exists($name, $row) ? $this->document->id($row[$name], "$at/$name") : null;
    }

    /** @param  array<array-key, mixed>  $row */
    private function instant(array $row, string $name, string $at): ?int
    {
        return array_key_exists($name, $row) ? $this->document->instant($row[$name], "$at/$name")?->seconds : null;
    }

    /** @return list<mixed> */
    private function list(string $name): array
    {
        return array_key_exists($name, $this->fields) ? $this->document->list($this->fields[$name], "/$name") ?? [] : [];
    }
}
