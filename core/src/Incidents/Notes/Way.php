<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Notes;

/** Which way along a link notes go. */
enum Way: string
{
    /** From the link's `from` to its `to`. */
    case Down = 'down';
    case Up = 'up';
    case Both = 'both';

    /** Whether it lets notes go this way; this is one of the two. */
    public function allows(self $way): bool
    {
        return $this === self::Both || $this === $way;
    }
}
