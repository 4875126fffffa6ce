<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

use Skarvo\Value\Must;

/** People of whom some have to be there for the work. */
final readonly class Crew
{
    /**
     * @param  non-empty-list<string>  $anyOf  people, each once
     * @param  int  $needs  1 to their number
     *
     * @throws \DomainException if there are not so many
     */
    public function __construct(public string $name, public array $anyOf, public int $needs)
    {
        Must::hold($needs >= 1 && $needs <= count($anyOf), 'A crew needs one at least, and no more than it has.');
    }
}
