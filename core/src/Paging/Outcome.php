<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** How things stand with a call. */
enum Outcome: string
{
    case Waiting = 'waiting';
    case Acknowledged = 'acknowledged';
    case Exhausted = 'exhausted';
    case Resolved = 'resolved';
}
