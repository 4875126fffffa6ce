<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Record;

/**
 * A fact of an entry that somebody typed, or an address. It can be erased while the entry stays.
 *
 * @property int $seq of the entry
 * @property string $fact its name
 * @property mixed $words null: erased
 */
final class EntryWords extends Record
{
    protected $table = 'journal_words';

    protected $primaryKey = 'seq';

    public $incrementing = false;

    protected $casts = ['words' => 'array'];
}
