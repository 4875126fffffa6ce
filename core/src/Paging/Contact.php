<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Value\Must;

/** A way to reach a person, and how long after a step's start it is tried. */
final readonly class Contact
{
    /**
     * @param  int  $after  seconds
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public string $channel, public int $after)
    {
        Must::name($channel, 'A way to reach somebody');
        Must::atLeast(0, $after, 'The wait before a contact');
    }
}
