<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum DeskEntry: string implements EntryKind
{
    case ClockFails = 'clock.fails';
    case ClockWorks = 'clock.works';

    public function particulars(): array
    {
        return match ($this) {
            self::ClockFails => ['error' => Particular::Words],
            default => [],
        };
    }
}
