<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

/** One version of an update, as it is put together from its facts. */
final readonly class Drafted
{
    /**
     * @param  string  $meanwhile  what to do until it is over, where that stands beside the text; may be empty
     * @param  list<string>  $missing  what the glossary does not know in its language; with any, it is no whole version
     */
    public function __construct(public string $text, public string $meanwhile = '', public array $missing = []) {}

    public function isWhole(): bool
    {
        return $this->missing === [];
    }
}
