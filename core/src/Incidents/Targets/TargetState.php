<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

/** How a promise stands. */
enum TargetState: string
{
    case None = 'none';
    case Running = 'running';
    case Outside = 'outside';
    case Paused = 'paused';
    case Missed = 'missed';
    case Met = 'met';
    case MetLate = 'met_late';
}
