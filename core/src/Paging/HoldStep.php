<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** What follows when nothing is done after a yes. */
enum HoldStep
{
    /** They are asked whether they are on it. */
    case Ask;
    /** The call is taken back from them and goes on. */
    case Release;
}
