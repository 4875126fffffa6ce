<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** A way to reach a person, and how long after a step's start it is tried. */
final readonly class Contact
{
    /** @param  int  $after  seconds */
    public function __construct(public string $channel, public int $after) {}
}
