<?php

declare(strict_types=1);

namespace Skarvo\Updates\Past;

use Skarvo\Topology\State;

/** How the services of an incident were, as outsiders were told from one moment on. */
final readonly class Statement
{
    /**
     * @param  int  $at  seconds since the epoch
     * @param  array<array-key, State>  $states  by public name: of all that it speaks of; what it does not name is as it was
     */
    public function __construct(public int $incident, public int $at, public array $states) {}
}
