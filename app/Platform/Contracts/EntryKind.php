<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Journal\Particular;

/** A kind of entry: subject and past participle, such as `incident.declared`. Each capability lists its own. */
interface EntryKind extends \BackedEnum
{
    /** @return array<string, Particular> the facts that tell of people, by name; all others are values of Skarvo's own */
    public function particulars(): array;
}
