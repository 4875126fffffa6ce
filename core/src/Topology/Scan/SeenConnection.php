<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

use Skarvo\Value\Must;

/** An observed connection between items, and the rule that accepts it, if one does. */
final readonly class SeenConnection
{
    /**
     * @param  string  $from  ids of items, as $to
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public string $from, public string $to, public ?int $port, public int $seen, public ?ConnectionRule $rule)
    {
        Must::port($port);
        Must::atLeast(0, $seen, 'How often it was seen');
    }
}
