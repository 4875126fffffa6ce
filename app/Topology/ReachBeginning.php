<?php

declare(strict_types=1);

namespace App\Topology;

use Skarvo\Topology\State;

/** What a reach begins at. */
final readonly class ReachBeginning
{
    /**
     * @param  array<array-key, State>  $observed  what is taken to be wrong, by item
     * @param  string  $words  what that is called
     * @param  string|null  $link  where it is told of
     * @param  bool  $supposed  whether it is not so, but only supposed
     */
    public function __construct(public array $observed, public string $words, public ?string $link, public bool $supposed = false) {}
}
