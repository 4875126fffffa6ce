<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

/** A fact of an update that can be another than before. */
enum NewFact: string
{
    case Stage = 'stage';
    case Services = 'services';
    case Places = 'places';
    case Cause = 'cause';
    case Meanwhile = 'meanwhile';
    case Counter = 'counter';
    case Estimate = 'estimate';
}
