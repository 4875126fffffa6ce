<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

/** How a change ended. */
enum ChangeResult: string
{
    case Ok = 'ok';
    case Failed = 'failed';
    case BackedOut = 'backed_out';
}
