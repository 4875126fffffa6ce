<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries of some kinds. */
interface TellsEntries
{
    /** @return Sentence|null null for kinds that are another's */
    public function tell(string $kind, Facts $facts): ?Sentence;

    /** @return list<EntryKind> kinds of which the facts hold what people wrote, and can be found by it */
    public function written(): array;
}
