<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

/** One place in a text that disagrees with what is known, or says what does not belong outside. */
final readonly class Slip
{
    /**
     * @param  int  $at  where it begins, in characters
     * @param  int  $length  in characters
     * @param  string  $found  the words themselves
     * @param  string  $words  what is wrong with them
     * @param  string|null  $instead  what would be right in their place, where that can be said
     */
    public function __construct(
        public SlipKind $kind, public int $at, public int $length, public string $found, public string $words,
        public ?string $instead = null,
    ) {}
}
