<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** What can happen to a call from outside. */
enum HappeningKind: string
{
    case Acknowledged = 'acknowledged';
    case Declined = 'declined';
    case Released = 'released';
    case Failed = 'failed';
    case Resolved = 'resolved';
}
