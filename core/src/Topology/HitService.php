<?php

declare(strict_types=1);

namespace Skarvo\Topology;

use Skarvo\Value\Must;

/** A service that a failure reaches, as far as a proposal weighs it. */
final readonly class HitService
{
    /**
     * @param  int  $tier  1 to 4, 1 matters most
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public string $id, public string $name, public int $tier, public State $state)
    {
        Must::name($id, 'A service');
        Must::atLeast(1, $tier, 'A tier');
    }
}
