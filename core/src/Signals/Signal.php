<?php

declare(strict_types=1);

namespace Skarvo\Signals;

use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Pointer;

/** What a monitor says once. */
final readonly class Signal
{
    private const LONGEST_TEXT = 2000;

    private const LONGEST_NAME = 128;

    private const MOST_LABELS = 64;

    /**
     * @param  int  $at  seconds since the epoch
     * @param  string|null  $id  the sender's own, by which a repeat is recognised within its source
     * @param  array<string, string>  $labels
     */
    private function __construct(
        public int $at,
        public string $source,
        public ?string $item,
        public string $check,
        public Condition $condition,
        public Level $level,
        public array $labels,
        public ?string $id,
        public ?string $summary,
        public int|float|null $value,
        public ?string $unit,
        public ?string $url,
    ) {}

    /**
     * Reads one signal as a sender gave it.
     *
     * @param  int  $now  seconds since the epoch, taken where the signal does not say when
     *
     * @throws BadInput
     */
    public static function read(mixed $value, int $now): self
    {
        $document = Document::of($value);
        $fields = $document->fields(
            $value, '', ['source', 'check', 'condition', 'level'],
            ['at', 'item', 'labels', 'id', 'summary', 'value', 'unit', 'url'],
        ) ?? [];
        $at = array_key_exists('at', $fields) ? $document->instant($fields['at'], '/at')?->seconds : $now;
        $condition = array_key_exists('condition', $fields)
            ? $document->word($fields['condition'], '/condition', Condition::class)
            : null;
        $level = array_key_exists('level', $fields) ? $document->word($fields['level'], '/level', Level::class) : null;
        $number = $fields['value'] ?? null;
        if (array_key_exists('value', $fields) && ! is_int($number) && ! is_float($number)) {
            $document->wrongType('/value', 'a number');
        }
        if (is_float($number) && ! is_finite($number)) {
            $document->refuse(ErrorCode::OutOfRange, '/value', 'This number is too large to be kept. Use another unit.');
        }
        [$source, $item, $check, $external] = [
            self::id($document, $fields, 'source'), self::id($document, $fields, 'item'), self::id($document, $fields, 'check'),
            self::id($document, $fields, 'id'),
        ];
        $labels = array_key_exists('labels', $fields) ? self::labels($document, $fields['labels']) : [];
        [$summary, $unit, $url] = [
            self::text($document, $fields, 'summary'), self::text($document, $fields, 'unit'),
            self::text($document, $fields, 'url'),
        ];
        if ($url !== null && preg_match('~^https?://~i', $url) !== 1) {
            $document->refuse(ErrorCode::OutOfRange, '/url', 'Use an address that begins with http:// or https://.');
        }
        $document->conclude();
        if ($at === null || $source === null || $check === null || $condition === null || $level === null) {
            throw new \LogicException('A sound signal has its required fields.');
        }

        return new self(
            $at, $source, $item, $check, $condition, $level, $labels, $external, $summary,
            is_int($number) || is_float($number) ? $number : null, $unit, $url,
        );
    }

    /** @return array<string, string> */
    private static function labels(Document $document, mixed $value): array
    {
        $labels = [];
        $map = $document->map($value, '/labels') ?? [];
        if (count($map) > self::MOST_LABELS) {
            $document->refuse(ErrorCode::OutOfRange, '/labels', 'Use at most '.self::MOST_LABELS.' labels.');
        }
        foreach ($map as $name => $label) {
            if (! is_string($label)) {
                $document->wrongType(Pointer::child('/labels', $name), 'a string');
            } elseif (self::isLonger($label, self::LONGEST_TEXT) || self::isLonger((string) $name, self::LONGEST_NAME)) {
                $document->refuse(
                    ErrorCode::OutOfRange, Pointer::child('/labels', mb_substr((string) $name, 0, self::LONGEST_NAME)),
                    'Use at most '.self::LONGEST_TEXT.' characters for a label, and '.self::LONGEST_NAME.' for its name.',
                );
            } else {
                $labels[(string) $name] = $label;
            }
        }

        return $labels;
    }

    /** Most texts have so few bytes that their characters need no counting. */
    private static function isLonger(string $text, int $most): bool
    {
        return strlen($text) > $most && mb_strlen($text) > $most;
    }

    /** @param  array<array-key, mixed>  $fields */
    private static function id(Document $document, array $fields, string $name): ?string
    {
        return array_key_exists($name, $fields) ? $document->id($fields[$name], "/$name") : null;
    }

    /** @param  array<array-key, mixed>  $fields */
    private static function text(Document $document, array $fields, string $name): ?string
    {
        $text = array_key_exists($name, $fields) ? $document->text($fields[$name], "/$name") : null;
        if ($text !== null && self::isLonger($text, self::LONGEST_TEXT)) {
            return $document->refuse(ErrorCode::OutOfRange, "/$name", 'Use at most '.self::LONGEST_TEXT.' characters.');
        }

        return $text;
    }
}
