<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

/** What can stand in the way of a piece of work, in the order in which it is told. */
enum ConstraintKind: string
{
    /** It has to lie within these. */
    case Windows = 'windows';

    /** The organisation wants nothing touched. */
    case Freezes = 'freezes';

    /** Something else goes on then. */
    case Busy = 'busy';

    /** Those who would do it. */
    case Crew = 'crew';
}
