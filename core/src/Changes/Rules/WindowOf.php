<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

/** Of what hours are set. */
enum WindowOf: string
{
    case Item = 'item';
    case Team = 'team';
    case Anything = 'anything';
}
