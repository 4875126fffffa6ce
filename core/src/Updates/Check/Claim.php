<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

use Skarvo\Topology\State;

/** That some words say of services how they are. */
final readonly class Claim
{
    /**
     * @param  int  $at  where it begins in its clause, in bytes
     * @param  bool  $isOver  whether it says that a fault is over
     */
    public function __construct(public State $state, public int $at, public string $found, public bool $isOver) {}
}
