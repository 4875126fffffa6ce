<?php

declare(strict_types=1);

namespace Skarvo\Changes;

/** What is thought of a change in an incident. */
enum SuspicionState: string
{
    case Suspected = 'suspected';
    case Cleared = 'cleared';
    case Confirmed = 'confirmed';
}
