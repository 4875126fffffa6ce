<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Pointer;
use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;
use Skarvo\Time\Instant;

/** Reads a stream of signals and all that they are replayed with, as the contract of replay says. */
final class ReplayDocument
{
    private const SIGNAL = [['at', 'source', 'check', 'condition', 'level'], ['item', 'labels']];

    private function __construct(private readonly Document $document) {}

    /**
     * @return array{Replay, list<ReplaySignal>} in the order in which they are to be taken
     *
     * @throws BadInput
     */
    public static function read(Document $document): array
    {
        $reader = new self($document);
        $fields = $document->fields($document->root(), '', ['settings', 'signals', 'until'], ['quiet', 'dependencies']) ?? [];
        $replay = $reader->replay($fields);
        $signals = [];
        foreach ($reader->list($fields, 'signals', '') as $i => $value) {
            $signal = $reader->signal($value, "/signals/$i");
            if ($signal !== null) {
                $signals[] = $signal;
            }
        }
        $document->conclude();
        usort($signals, static fn(array $a, array $b): int => $a[0]->compare($b[0]));

        return [$replay ?? throw new \LogicException('A sound document has its settings.'), array_column($signals, 1)];
    }

    /**
     * The first line of a stream: the document without its signals.
     *
     * @throws BadInput
     */
    public static function readHead(Document $document): Replay
    {
        $reader = new self($document);
        $fields = $document->fields($document->root(), '', ['settings', 'until'], ['quiet', 'dependencies']) ?? [];
        $replay = $reader->replay($fields);
        $document->conclude();

        return $replay ?? throw new \LogicException('A sound document has its settings.');
    }

    /**
     * A further line of a stream.
     *
     * @return array{Instant, ReplaySignal}
     *
     * @throws BadInput
     */
    public static function readSignal(Document $document): array
    {
        $signal = (new self($document))->signal($document->root(), '');
        $document->conclude();

        return $signal ?? throw new \LogicException('A sound signal can be read.');
    }

    /** @param  array<array-key, mixed>  $fields */
    private function replay(array $fields): ?Replay
    {
        $settings = array_key_exists('settings', $fields) ? (new SettingsDocument($this->document))->settings($fields['settings'], '/settings') : null;
        $until = array_key_exists('until', $fields) ? $this->document->instant($fields['until'], '/until') : null;
        $quiet = $this->quiet($fields);
        $dependencies = $this->dependencies($fields);

        return $settings === null || $until === null ? null : new Replay($settings, new QuietTimes($quiet), $dependencies, $until->seconds);
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return array<array-key, list<array{int, int}>>
     */
    private function quiet(array $fields): array
    {
        $quiet = [];
        foreach ($this->list($fields, 'quiet', '') as $i => $value) {
            $at = "/quiet/$i";
            $row = $this->document->fields($value, $at, ['from', 'to', 'items']) ?? [];
            $from = array_key_exists('from', $row) ? $this->document->instant($row['from'], "$at/from") : null;
            $to = array_key_exists('to', $row) ? $this->document->instant($row['to'], "$at/to") : null;
            if ($from !== null && $to !== null && $to->seconds <= $from->seconds) {
                $this->document->refuse(ErrorCode::OutOfRange, "$at/to", 'The end must be later than the start.');
            }
            foreach ($this->list($row, 'items', $at) as $j => $item) {
                $id = $this->document->id($item, "$at/items/$j");
                if ($id !== null && $from !== null && $to !== null) {
                    $quiet[$id][] = [$from->seconds, $to->seconds];
                }
            }
        }

        return $quiet;
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return list<array{string, string}>
     */
    private function dependencies(array $fields): array
    {
        $dependencies = [];
        foreach ($this->list($fields, 'dependencies', '') as $i => $value) {
            $row = $this->document->fields($value, "/dependencies/$i", ['from', 'to']) ?? [];
            $end = fn(string $name): ?string =>
                array_key_exists($name, $row) ? $this->document->id($row[$name], "/dependencies/$i/$name") : null;
            [$from, $to] = [$end('from'), $end('to')];
            if ($from !== null && $to !== null) {
                $dependencies[] = [$from, $to];
            }
        }

        return $dependencies;
    }

    /** @return array{Instant, ReplaySignal}|null */
    private function signal(mixed $value, string $at): ?array
    {
        $row = $this->document->fields($value, $at, ...self::SIGNAL);
        if ($row === null) {
            return null;
        }
        $id = fn(string $name): ?string => array_key_exists($name, $row) ? $this->document->id($row[$name], "$at/$name") : null;
        $instant = array_key_exists('at', $row) ? $this->document->instant($row['at'], "$at/at") : null;
        $condition = array_key_exists('condition', $row)
            ? $this->document->word($row['condition'], "$at/condition", Condition::class)
            : null;
        $level = array_key_exists('level', $row) ? $this->document->word($row['level'], "$at/level", Level::class) : null;
        $labels = [];
        foreach (array_key_exists('labels', $row) ? $this->document->map($row['labels'], "$at/labels") ?? [] : [] as $name => $label) {
            $labels[$name] = $this->document->text($label, Pointer::child("$at/labels", $name)) ?? '';
        }
        [$source, $item, $check] = [$id('source'), $id('item'), $id('check')];
        if ($instant === null || $condition === null || $level === null || $source === null || $check === null) {
            return null;
        }

        return [$instant, new ReplaySignal($instant->seconds, $source, $item, $check, $condition, $level, $labels)];
    }

    /**
     * @param  array<array-key, mixed>  $row
     * @return list<mixed>
     */
    private function list(array $row, string $name, string $at): array
    {
        return array_key_exists($name, $row) ? $this->document->list($row[$name], "$at/$name") ?? [] : [];
    }
}
