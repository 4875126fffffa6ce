<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

use Skarvo\Topology\Strength;
use Skarvo\Value\Must;

/** A way in which one item needs another, named from both sides, such as "runs on" and "hosts". */
final readonly class Relation
{
    /** @throws \DomainException if it cannot be so */
    public function __construct(public string $id, public string $forward, public string $backward, public Strength $strength)
    {
        Must::name($id, 'A relation');
    }
}
