<?php

declare(strict_types=1);

namespace Skarvo\Paging\Bridge;

/** How somebody stands to a bridge. */
enum OnBridge: string
{
    case Ringing = 'ringing';
    case In = 'in';
    case Left = 'left';
    case Unanswered = 'unanswered';
}
