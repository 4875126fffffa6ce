<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/** A text in which `*` stands for any run of characters, also none. It matches whole values. */
final readonly class Pattern
{
    private ?string $expression;

    public function __construct(private string $text)
    {
        $this->expression = str_contains($text, '*')
            ? '/^'.implode('.*', array_map(static fn(string $part): string => preg_quote($part, '/'), explode('*', $text))).'$/Ds'
            : null;
    }

    public function matches(?string $value): bool
    {
        return $value !== null && ($this->expression === null ? $value === $this->text : preg_match($this->expression, $value) === 1);
    }
}
