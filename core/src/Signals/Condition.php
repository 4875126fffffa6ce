<?php

declare(strict_types=1);

namespace Skarvo\Signals;

/** Whether a signal says that something is wrong, or that it no longer is. */
enum Condition: string
{
    case Firing = 'firing';
    case Clear = 'clear';
}
