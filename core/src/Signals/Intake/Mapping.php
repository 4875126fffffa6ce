<?php

declare(strict_types=1);

namespace Skarvo\Signals\Intake;

use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Pointer;
use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;

/**
 * How a sender's own JSON becomes signals.
 *
 * ```json
 * {"list": "/events",
 *  "fields": {"item": "{/host}", "check": "{/name | /rule}", "summary": "{/text}", "at": "{/time}", "id": "{/id}", "value": "{/value}"},
 *  "labels": {"site": "{^/site}"},
 *  "condition": {"from": "{/state}", "words": {"firing": ["PROBLEM"], "clear": ["OK"]}, "otherwise": "firing"},
 *  "level": {"from": "{/severity}", "words": {"critical": ["disaster", "5"]}, "otherwise": "warning"}}
 * ```
 * `list` points at the entries, if a payload holds several. Words are compared without regard to capitals.
 */
final readonly class Mapping
{
    public const FIELDS = ['source', 'item', 'check', 'summary', 'at', 'id', 'value', 'unit', 'url'];

    /**
     * @param  array<string, MappingTemplate>  $fields
     * @param  array<array-key, MappingTemplate>  $labels
     * @param  array{from: MappingTemplate|null, words: array<string, string>, otherwise: string|null}  $condition
     * @param  array{from: MappingTemplate|null, words: array<string, string>, otherwise: string|null}  $level
     */
    private function __construct(
        private ?string $list, private array $fields, private array $labels, private array $condition, private array $level,
    ) {}

    /** @throws BadInput */
    public static function read(Document $document): self
    {
        $row = $document->fields($document->root(), '', [], ['list', 'fields', 'labels', 'condition', 'level']) ?? [];
        $list = array_key_exists('list', $row) ? $document->text($row['list'], '/list') : null;
        if ($list !== null && ! Pointer::isOne($list)) {
            $document->refuse(ErrorCode::OutOfRange, '/list', 'Write where the entries are as a JSON Pointer, such as /events.');
        }
        $fields = $labels = [];
        foreach (
            array_key_exists('fields', $row) ? $document->fields($row['fields'], '/fields', [], self::FIELDS) ?? [] : [] as $name => $text
        ) {
            $template = self::template($document, $text, "/fields/$name");
            if ($template !== null) {
                $fields[(string) $name] = $template;
            }
        }
        foreach (array_key_exists('labels', $row) ? $document->map($row['labels'], '/labels') ?? [] : [] as $name => $text) {
            $template = self::template($document, $text, Pointer::child('/labels', $name));
            if ($template !== null) {
                $labels[$name] = $template;
            }
        }
        $condition = self::table($document, $row, 'condition', array_column(Condition::cases(), 'value'));
        $level = self::table($document, $row, 'level', array_column(Level::cases(), 'value'));
        $document->conclude();

        return new self($list === '' ? null : $list, $fields, $labels, $condition, $level);
    }

    /**
     * @param  mixed  $payload  objects as stdClass
     * @return array{signals: list<\stdClass>, missing: list<array{entry: int, field: string, message: string}>} signals in our own form, of
     *      the entries of which nothing is missing
     */
    public function map(mixed $payload, string $source): array
    {
        [$isThere, $entries] = $this->list === null
            ? [true, is_array($payload) ? $payload : [$payload]]
            : Pointer::find($this->list, $payload);
        if (! $isThere || ! is_array($entries) || $entries === []) {
            return [
                'signals' => [],
                'missing' => [[
                    'entry' => 0, 'field' => 'list',
                    'message' => $this->list === null ? 'The payload is empty.' : "There is no list with entries at $this->list.",
                ]],
            ];
        }
        $signals = $missing = [];
        foreach (array_values($entries) as $i => $entry) {
            [$signal, $lacks] = $this->entry($entry, $payload, $source);
            if ($lacks === []) {
                $signals[] = (object) $signal;
            }
            foreach ($lacks as $field => $message) {
                $missing[] = ['entry' => $i, 'field' => $field, 'message' => $message];
            }
        }

        return ['signals' => $signals, 'missing' => $missing];
    }

    /** @return array{array<string, mixed>, array<string, string>} a signal, and what is missing by field */
    private function entry(mixed $entry, mixed $payload, string $source): array
    {
        $signal = ['source' => $source];
        $missing = [];
        foreach ($this->fields as $name => $template) {
            $text = $template->fill($entry, $payload);
            if ($text !== null) {
                $signal[$name] = match ($name) {
                    'source', 'item', 'check', 'id' => mb_substr((string) preg_replace('/[\p{Z}\p{Cc}]+/u', '-', $text), 0, 128),
                    'at' => self::instant($text),
                    'value' => is_numeric($text) ? $text + 0 : $text,
                    default => mb_substr($text, 0, 2000),
                };
            }
        }
        $labels = array_filter(
            array_map(static fn(MappingTemplate $template): ?string => $template->fill($entry, $payload), $this->labels),
            is_string(...),
        );
        if ($labels !== []) {
            $signal['labels'] = (object) $labels;
        }
        foreach (['condition' => $this->condition, 'level' => $this->level] as $name => $table) {
            $word = $table['from']?->fill($entry, $payload);
            $meant = $word === null ? null : $table['words'][mb_strtolower($word)] ?? null;
            $meant ??= $table['otherwise'];
            if ($meant === null) {
                $missing[$name] = $word === null
                    ? 'Nothing says it. Name where it stands, or what it is otherwise.'
                    : "The word \"$word\" is not in the table.";
            } else {
                $signal[$name] = $meant;
            }
        }
        if (! isset($signal['check'])) {
            $missing['check'] = isset($this->fields['check'])
                ? 'Nothing is where the template looks.'
                : 'Nothing says it. A signal needs the name of what was checked.';
        }

        return [$signal, $missing];
    }

    /** Seconds or milliseconds since the epoch as an instant; other texts are left for the reader of signals to judge. */
    private static function instant(string $text): string
    {
        if (preg_match('/^\d{9,14}(\.\d+)?$/D', $text) !== 1) {
            return preg_match('/^(\d{4}-\d\d-\d\d)[T ](\d\d:\d\d:\d\d)(?:[.,]\d+)?(Z|[+-]\d\d:?\d\d)?$/Di', $text, $parts) === 1
                && ($time = strtotime("$parts[1]T$parts[2]".($parts[3] ?? 'Z'))) !== false
                ? gmdate('Y-m-d\TH:i:s\Z', $time) : $text;
        }
        $seconds = (float) $text;

        return gmdate('Y-m-d\TH:i:s\Z', (int) ($seconds > 100_000_000_000 ? $seconds / 1000 : $seconds));
    }

    private static function template(Document $document, mixed $value, string $at): ?MappingTemplate
    {
        $text = $document->text($value, $at);
        if ($text === null || $text === '') {
            return null;
        }

        return MappingTemplate::parse($text) ?? $document->refuse(
            ErrorCode::OutOfRange, $at, 'Write JSON Pointers in braces, such as {/host/name}, between any text.',
        );
    }

    /**
     * @param  array<array-key, mixed>  $row
     * @param  list<string>  $ours
     * @return array{from: MappingTemplate|null, words: array<string, string>, otherwise: string|null}
     */
    private static function table(Document $document, array $row, string $name, array $ours): array
    {
        $table = array_key_exists($name, $row) ? $document->fields($row[$name], "/$name", [], ['from', 'words', 'otherwise']) ?? [] : [];
        $words = array_fill_keys($ours, '');
        foreach ($words as $word => $_) {
            $words[$word] = $word;
        }
        foreach (
            array_key_exists('words', $table)
                ? $document->fields($table['words'], "/$name/words", [], $ours) ?? []
                : [] as $meaning => $theirs
        ) {
            foreach ($document->list($theirs, "/$name/words/$meaning") ?? [] as $i => $word) {
                $text = $document->text($word, "/$name/words/$meaning/$i");
                if ($text !== null && $text !== '') {
                    $words[mb_strtolower($text)] = (string) $meaning;
                }
            }
        }
        $otherwise = array_key_exists('otherwise', $table) ? $document->text($table['otherwise'], "/$name/otherwise") : null;
        if ($otherwise !== null && $otherwise !== '' && ! in_array($otherwise, $ours, true)) {
            $document->refuse(ErrorCode::OutOfRange, "/$name/otherwise", 'Use one of '.implode(', ', $ours).'.');
        }

        return [
            'from' => array_key_exists('from', $table) ? self::template($document, $table['from'], "/$name/from") : null,
            'words' => $words, 'otherwise' => $otherwise === '' ? null : $otherwise,
        ];
    }
}
