<?php

declare(strict_types=1);

namespace App\Topology\Contracts;

use Skarvo\Topology\State;

/** Somebody, or something, that says how items are. */
interface Observes
{
    /** @return array<array-key, State> worst state by item, as far as this one knows */
    public function states(): array;
}
