<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** What becomes of a call that somebody handed on, once whoever it was handed to has answered or cannot be reached. */
enum Handed
{
    /** They have it. */
    case Taken;
    /** It goes on as if whoever handed it on had said no. */
    case GivenBack;
    /** Nothing changes. */
    case Stays;
}
