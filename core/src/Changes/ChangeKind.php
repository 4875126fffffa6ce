<?php

declare(strict_types=1);

namespace Skarvo\Changes;

/** How a change comes to be allowed. */
enum ChangeKind: string
{
    /** Approved in advance. */
    case Standard = 'standard';

    case Normal = 'normal';

    /** It cannot wait: fewer and faster approvers, and a review afterwards. */
    case Emergency = 'emergency';

    public function words(): string
    {
        return $this->value;
    }
}
