<?php

declare(strict_types=1);

namespace App\Incidents;

/** What a link says of the record that it goes out from. */
enum LinkKind: string
{
    /** It tells of what the other record is: a report of an incident. */
    case About = 'about';

    /** It is a piece of the other: a task of an incident or a ticket. */
    case PartOf = 'part-of';

    /** It is an incident that belongs to a larger one. */
    case Under = 'under';
}
