<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

/** What is told: that something does not work, or work that is planned. Of what somebody follows: what they want to hear of. */
enum About: string
{
    case All = 'all';
    case Incidents = 'incidents';
    case Planned = 'planned';

    /** Whether somebody who wants the one hears of the other: what is both, such as planned work that takes longer, is each of them. */
    public function meets(self $other): bool
    {
        return $this === self::All || $other === self::All || $this === $other;
    }
}
