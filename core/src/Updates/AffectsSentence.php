<?php

declare(strict_types=1);

namespace Skarvo\Updates;

/** What is said besides yes, no or not sure. */
enum AffectsSentence: string
{
    /** A problem is known elsewhere, and not yet where they are. */
    case Elsewhere = 'elsewhere';

    /** Something is looked into of which outsiders heard nothing yet. */
    case Looking = 'looking';

    /** Nothing is known. */
    case None = 'none';
}
