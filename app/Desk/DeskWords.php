<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries. */
final class DeskWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match (DeskEntry::tryFrom($kind)) {
            DeskEntry::ClockFails => Sentence::strong('A part of the clock is broken', "{$facts->text('part')}: {$facts->text('error')}"),
            DeskEntry::ClockWorks => Sentence::plain('A part of the clock works again', $facts->text('part')),
            null => null,
        };
    }

    public function written(): array
    {
        return [];
    }
}
