<?php

declare(strict_types=1);

namespace App\Changes\InRoom;

/** What is thought of a change in an incident. */
enum SuspicionState: string
{
    case Suspected = 'suspected';
    case Cleared = 'cleared';
    case Confirmed = 'confirmed';
}
