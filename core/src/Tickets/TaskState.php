<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

/** How a step of a ticket stands. */
enum TaskState: string
{
    case Open = 'open';
    case Done = 'done';
    case Skipped = 'skipped';
}
