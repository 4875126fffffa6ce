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
        return match ($kind) {
            'clock.fails' => Sentence::strong('A part of the clock is broken', "{$facts->text('part')}: {$facts->text('error')}"),
            'clock.works' => Sentence::plain('A part of the clock works again', $facts->text('part')),
            default => null,
        };
    }

    public function written(): array
    {
        return [];
    }
}
