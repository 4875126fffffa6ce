<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\HoursReader;
use Skarvo\Time\Duration;

/** Reads a rota and a range of time, as the contract of oncall says. */
final readonly class RotaDocument
{
    private const LONGEST_DAYS = 400;

    private function __construct(private Document $document) {}

    /**
     * @return array{Rota, int, int} the rota, and the range that is asked for
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        $reader = new self($document);
        $fields = $document->fields($document->root(), '', ['time_zone', 'layers', 'from', 'to'], ['overrides']) ?? [];
        $zone = (new HoursReader($document))->zone($fields);
        $layers = $reader->layers($fields);
        $overrides = $reader->overrides($fields);
        $range = $reader->range($fields, '');
        if ($range !== null && $range[1] - $range[0] > self::LONGEST_DAYS * 86400) {
            $document->refuse(ErrorCode::OutOfRange, '/to', 'The range is at most 400 days. End it earlier.');
        }
        $document->conclude();
        if ($zone === null || $range === null) {
            throw new \LogicException('A sound document has its zone and its range.');
        }

        return [new Rota($zone, $layers, $overrides), ...$range];
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return list<Layer>
     */
    private function layers(array $fields): array
    {
        $layers = [];
        $names = [];
        foreach ($this->list($fields, 'layers', '') as $i => $value) {
            $at = "/layers/$i";
            $row = $this->document->fields($value, $at, ['name', 'people', 'starts', 'shift'], ['ends', 'windows']);
            if ($row === null) {
                continue;
            }
            $name = array_key_exists('name', $row) ? $this->document->id($row['name'], "$at/name") : null;
            if ($name !== null && isset($names[$name])) {
                $this->document->refuse(
                    ErrorCode::DuplicateId, "$at/name", "Another layer is called \"$name\". Give this one its own name.",
                );
            }
            $names[$name ?? ''] = true;
            $people = $this->people($row, 'people', $at);
            if (is_array($row['people'] ?? null) && $row['people'] === []) {
                $this->document->refuse(
                    ErrorCode::OutOfRange, "$at/people", 'A layer has at least one person. Name one, or remove the layer.',
                );
            }
            $starts = array_key_exists('starts', $row) ? $this->document->localTime($row['starts'], "$at/starts") : null;
            $shift = array_key_exists('shift', $row) ? $this->shift($row['shift'], "$at/shift") : null;
            $ends = array_key_exists('ends', $row) ? $this->document->localTime($row['ends'], "$at/ends") : null;
            $windows = array_key_exists('windows', $row) ? (new HoursReader($this->document))->windows($row, 'windows', $at) : null;
            if ($name !== null && $people !== [] && $starts !== null && $shift !== null) {
                $layers[] = new Layer($name, $people, $starts, $shift, $ends, $windows);
            }
        }

        return $layers;
    }

    private function shift(mixed $value, string $at): ?Duration
    {
        $shift = $this->document->duration($value, $at);
        if ($shift === null) {
            return null;
        }
        if ($shift->days > 0 && $shift->clock > 0) {
            return $this->document->refuse(
                ErrorCode::OutOfRange, $at, 'A shift is either whole days or weeks, or hours and minutes. Use one of them.',
            );
        }

        return $shift->seconds() >= 3600
            ? $shift
            : $this->document->refuse(ErrorCode::OutOfRange, $at, 'A shift is at least an hour. Use a longer one.');
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return list<Override>
     */
    private function overrides(array $fields): array
    {
        $overrides = [];
        foreach ($this->list($fields, 'overrides', '') as $i => $value) {
            $at = "/overrides/$i";
            $swaps = $value instanceof \stdClass && property_exists($value, 'swap');
            $row = $this->document->fields($value, $at, ['from', 'to', $swaps ? 'swap' : 'person'], $swaps ? [] : ['instead_of']);
            if ($row === null) {
                continue;
            }
            $range = $this->range($row, $at);
            if ($swaps) {
                $pair = $this->people($row, 'swap', $at);
                if (is_array($row['swap']) && (count($row['swap']) !== 2 || count($pair) === 2 && $pair[0] === $pair[1])) {
                    $this->document->refuse(ErrorCode::OutOfRange, "$at/swap", 'A swap names two different people.');
                } elseif ($range !== null && count($pair) === 2) {
                    $overrides[] = Override::swapping($range[0], $range[1], [$pair[0], $pair[1]]);
                }

                continue;
            }
            $person = array_key_exists('person', $row) ? $this->document->id($row['person'], "$at/person") : null;
            $insteadOf = array_key_exists('instead_of', $row) ? $this->document->id($row['instead_of'], "$at/instead_of") : null;
            if ($range !== null && $person !== null) {
                $overrides[] = Override::taking($range[0], $range[1], $person, $insteadOf);
            }
        }

        return $overrides;
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return array{int, int}|null
     */
    private function range(array $fields, string $at): ?array
    {
        $from = array_key_exists('from', $fields) ? $this->document->instant($fields['from'], "$at/from") : null;
        $to = array_key_exists('to', $fields) ? $this->document->instant($fields['to'], "$at/to") : null;
        if ($from === null || $to === null) {
            return null;
        }

        return $to->seconds > $from->seconds
            ? [$from->seconds, $to->seconds]
            : $this->document->refuse(ErrorCode::OutOfRange, "$at/to", 'The end must be later than the start.');
    }

    /**
     * @param  array<array-key, mixed>  $row
     * @return list<string>
     */
    private function people(array $row, string $name, string $at): array
    {
        $people = [];
        foreach ($this->list($row, $name, $at) as $i => $person) {
            $people[] = $this->document->id($person, "$at/$name/$i");
        }

        return array_values(array_filter($people, is_string(...)));
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return list<mixed>
     */
    private function list(array $fields, string $name, string $at): array
    {
        return array_key_exists($name, $fields) ? $this->document->list($fields[$name], "$at/$name") ?? [] : [];
    }
}
