<?php

declare(strict_types=1);

namespace App\Tickets;

/** How a surge of reports stands. */
enum SurgeState: string
{
    case Open = 'open';
    case Confirmed = 'confirmed';
    case Dismissed = 'dismissed';
    case Over = 'over';
}
