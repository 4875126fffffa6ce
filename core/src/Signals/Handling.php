<?php

declare(strict_types=1);

namespace Skarvo\Signals;

/** What is done with an alert when it opens. */
enum Handling: string
{
    /** A coordinator decides. */
    case Decide = 'decide';

    /** Its team is paged at once. */
    case Page = 'page';

    /** Its team takes it in working hours. */
    case Hours = 'hours';

    /** It is written down, and asks nobody for anything. */
    case Record = 'record';
}
