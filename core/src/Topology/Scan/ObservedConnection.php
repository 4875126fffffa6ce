<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

use Skarvo\Value\Must;

/** That one item was seen to speak to another: a hint that it needs it. */
final readonly class ObservedConnection
{
    /**
     * @param  string  $from  refs of items of the snapshot, as $to
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public string $from, public string $to, public ?int $port, public int $seen)
    {
        Must::port($port);
        Must::atLeast(0, $seen, 'How often it was seen');
    }
}
