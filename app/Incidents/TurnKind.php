<?php

declare(strict_types=1);

namespace App\Incidents;

/** What becomes of an incident, as far as others do something because of it. */
enum TurnKind
{
    case Declared;
    case Raised;
    /** Its priority presses less than it did. */
    case Lowered;
    /** It is a major incident from here on. */
    case Major;
    /** It is none any more. */
    case NotMajor;
    /** It was decided what is done about it. */
    case Decided;
    /** It turned out to be the same as another, in which it goes on. */
    case Merged;
    case Reopened;
    case Resolved;
    /** A rule pages for an alert that is part of it. */
    case Alerted;
}
