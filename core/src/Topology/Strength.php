<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** How much an item needs what it needs: without a hard one it is down, without a soft one degraded. */
enum Strength: string
{
    case Hard = 'hard';
    case Soft = 'soft';
}
