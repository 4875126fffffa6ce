<?php

declare(strict_types=1);

namespace Skarvo\Signals\Intake;

use Skarvo\Json\Pointer;

/**
 * A text with JSON Pointers in braces, such as `{/host/name}` or `{/host | /device}`: the first that is there counts.
 * Pointers start at the entry; with `^` before them, at the whole payload.
 *
 * @internal
 */
final readonly class MappingTemplate
{
    /**
     * @param  list<string|list<array{bool, string}>>  $parts  texts, and places to look: whether from the whole payload, and the pointer
     */
    private function __construct(private array $parts) {}

    /** @return self|null null if braces hold anything else than pointers */
    public static function parse(string $text): ?self
    {
        $parts = [];
        foreach (preg_split('/(\{[^{}]*\})/u', $text, -1, PREG_SPLIT_DELIM_CAPTURE | PREG_SPLIT_NO_EMPTY) ?: [] as $part) {
            if ($part[0] !== '{' || ! str_ends_with($part, '}')) {
                if (str_contains($part, '{') || str_contains($part, '}')) {
                    return null;
                }
                $parts[] = $part;

                continue;
            }
            $places = [];
            foreach (explode('|', substr($part, 1, -1)) as $place) {
                $place = trim($place);
                $isWhole = str_starts_with($place, '^');
                $pointer = $isWhole ? substr($place, 1) : $place;
                if (($pointer === '' && ! $isWhole) || ! Pointer::isOne($pointer)) {
                    return null;
                }
                $places[] = [$isWhole, $pointer];
            }
            $parts[] = $places;
        }

        return new self($parts);
    }

    /** @return string|null null if nothing that it names is there */
    public function fill(mixed $entry, mixed $payload): ?string
    {
        $text = '';
        $isFound = true;
        foreach ($this->parts as $part) {
            if (is_string($part)) {
                $text .= $part;

                continue;
            }
            $value = $this->first($part, $entry, $payload);
            $isFound = $isFound && $value !== null;
            $text .= $value ?? '';
        }

        return $isFound && trim($text) !== '' ? trim($text) : null;
    }

    /** @return list<string> the pointers that it names, as they were written */
    public function pointers(): array
    {
        $pointers = [];
        foreach ($this->parts as $part) {
            foreach (is_array($part) ? $part : [] as [$isWhole, $pointer]) {
                $pointers[] = ($isWhole ? '^' : '').$pointer;
            }
        }

        return $pointers;
    }

    /** @param  list<array{bool, string}>  $places */
    private function first(array $places, mixed $entry, mixed $payload): ?string
    {
        foreach ($places as [$isWhole, $pointer]) {
            [$isThere, $value] = Pointer::find($pointer, $isWhole ? $payload : $entry);
            if ($isThere && (is_string($value) || is_int($value) || is_float($value) || is_bool($value)) && $value !== '') {
                return is_bool($value) ? ($value ? 'true' : 'false') : (string) $value;
            }
        }

        return null;
    }
}
