<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

/** How a change came to be allowed. */
enum ChangeKind: string
{
    /** Approved in advance. */
    case Standard = 'standard';

    case Normal = 'normal';

    /** It could not wait. */
    case Emergency = 'emergency';
}
