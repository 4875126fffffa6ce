<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\HoursReader;
use Skarvo\Json\Pointer;
use Skarvo\Time\OpenHours;

/** Reads hours and promises, wherever in a document they stand. */
final readonly class TargetsReader
{
    public function __construct(private Document $document) {}

    /**
     * @param  array<array-key, mixed>  $fields  of the document, with `time_zone` and perhaps `hours`
     * @return array<array-key, OpenHours|null> by name; null where it cannot be read
     */
    public function hours(array $fields): array
    {
        $reader = new HoursReader($this->document);
        $zone = $reader->zone($fields);
        $hours = [];
        $all = array_key_exists('hours', $fields) ? $this->document->map($fields['hours'], '/hours') ?? [] : [];
        foreach ($all as $name => $value) {
            $at = Pointer::child('/hours', $name);
            $this->document->id((string) $name, $at);
            $hours[$name] = $reader->open($value, $at, $zone);
        }

        return $hours;
    }

    /**
     * @param  list<mixed>  $rows
     * @param  string  $list  where they stand, as a JSON pointer
     * @param  array<array-key, OpenHours|null>  $hours
     * @return array{list<Target>, array<array-key, true>} the targets, and their names
     */
    public function targets(array $rows, string $list, array $hours): array
    {
        $targets = $names = $seen = [];
        foreach ($rows as $i => $value) {
            $at = "$list/$i";
            $row = $this->document->fields($value, $at, ['name', 'priority', 'within'], ['hours', 'pauses', 'warn']) ?? [];
            $name = array_key_exists('name', $row) ? $this->document->id($row['name'], "$at/name") : null;
            $priority = $this->priority($row, $at);
            $within = array_key_exists('within', $row) ? $this->document->duration($row['within'], "$at/within")?->seconds() : null;
            if ($within === 0) {
                $within = $this->document->refuse(ErrorCode::OutOfRange, "$at/within", 'A target allows at least a second, such as PT30M.');
            }
            $open = array_key_exists('hours', $row) ? $this->document->id($row['hours'], "$at/hours") : null;
            if ($open !== null && ! array_key_exists($open, $hours)) {
                $this->document->refuse(ErrorCode::UnknownId, "$at/hours", "There are no hours called \"$open\". Add them to \"hours\".");
            }
            $pauses = $row['pauses'] ?? (array_key_exists('pauses', $row) ? null : true);
            if (! is_bool($pauses)) {
                $this->document->wrongType("$at/pauses", 'true or false');
            }
            $warn = array_key_exists('warn', $row) ? $this->document->integer($row['warn'], "$at/warn", 1, 99) : Target::WARN;
            if ($name !== null) {
                $names[$name] = true;
            }
            if ($name === null || $priority === null) {
                continue;
            }
            if (isset($seen[$name][$priority])) {
                $this->document->refuse(
                    ErrorCode::DuplicateId, "$at/priority", "\"$name\" is promised for priority $priority already. Keep one of the two.",
                );
            } elseif ($within !== null && $warn !== null) {
                $targets[] = new Target($name, $priority, $within, $open === null ? null : $hours[$open] ?? null, $pauses === true, $warn);
            }
            $seen[$name][$priority] = true;
        }

        return [$targets, $names];
    }

    /** @param  array<array-key, mixed>  $row */
    public function priority(array $row, string $at): ?int
    {
        return array_key_exists('priority', $row) ? $this->document->integer($row['priority'], "$at/priority", 1, 5) : null;
    }
}
