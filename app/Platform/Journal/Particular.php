<?php

declare(strict_types=1);

namespace App\Platform\Journal;

/** What a fact that tells of people is, and so how it is kept. */
enum Particular
{
    /** What somebody typed, or an address: kept beside the entry, where it can be erased. */
    case Words;

    /** The id of a person, who is named when the entry is read. */
    case Person;

    /** A list of such ids. */
    case People;
}
