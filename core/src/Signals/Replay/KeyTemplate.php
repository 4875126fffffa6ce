<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/** A text with places for a signal's values: `{source}`, `{item}`, `{check}`, `{labels.NAME}`. */
final readonly class KeyTemplate
{
    /** @param  list<string>  $parts  texts and, at odd places, names of values */
    private function __construct(private array $parts) {}

    /** @return self|null null if a brace is none of these places */
    public static function parse(string $text): ?self
    {
        $parts = preg_split('/\{(source|item|check|labels\.[^{}]+)\}/', $text, -1, PREG_SPLIT_DELIM_CAPTURE);
        if ($parts === false) {
            return null;
        }
        foreach ($parts as $i => $part) {
            if ($i % 2 === 0 && strpbrk($part, '{}') !== false) {
                return null;
            }
        }

        return new self($parts);
    }

    public function fill(ReplaySignal $signal): string
    {
        $text = '';
        foreach ($this->parts as $i => $part) {
            $text .= $i % 2 === 0 ? $part : match ($part) {
                'source' => $signal->source,
                'item' => $signal->item ?? '',
                'check' => $signal->check,
                default => $signal->labels[substr($part, 7)] ?? '',
            };
        }

        return $text;
    }
}
