<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

/** How it stands with whether a change may go ahead. */
enum ApprovalOutcome: string
{
    case Granted = 'granted';
    case Refused = 'refused';
    case Expired = 'expired';
    case Waiting = 'waiting';
}
