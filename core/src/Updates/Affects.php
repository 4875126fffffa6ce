<?php

declare(strict_types=1);

namespace Skarvo\Updates;

/** Whether what is known affects somebody. */
enum Affects: string
{
    case Yes = 'yes';
    case No = 'no';
    case Unsure = 'unsure';
}
