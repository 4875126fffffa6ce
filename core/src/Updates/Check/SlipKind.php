<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

/** What can be wrong with words that are to go out. */
enum SlipKind: string
{
    case Time = 'time';
    case Zone = 'zone';
    case Passed = 'passed';
    case Restored = 'restored';
    case State = 'state';
    case Place = 'place';
    case Service = 'service';
    case Inside = 'inside';
    case Quoted = 'quoted';
    case Jargon = 'jargon';
}
