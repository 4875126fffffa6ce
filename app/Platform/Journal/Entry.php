<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Record;
use Carbon\CarbonImmutable;

/**
 * One line of the journal: who did what to which record, when, and the facts. It never changes.
 *
 * @property int $seq
 * @property CarbonImmutable $at
 * @property array<string, mixed> $facts
 */
final class Entry extends Record
{
    protected $table = 'journal';

    protected $primaryKey = 'seq';

    protected $casts = ['at' => 'immutable_datetime', 'facts' => 'array'];
}
