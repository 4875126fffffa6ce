<?php

declare(strict_types=1);

namespace App\Tickets\Languages;

use App\Platform\Record;
use Carbon\CarbonImmutable;

/**
 * What was said on a ticket, in another language. The original stays beside it.
 *
 * @property int $id
 * @property int $ticket_id
 * @property int $post_id 0: the words of the report itself
 * @property string $from
 * @property string $to
 * @property string|null $text null once it is erased
 * @property string|null $person_id who corrected it; null: as the translator said it
 * @property CarbonImmutable $at
 *
 * @phpstan-type TranslationLine array{from: string, to: string, text: string, corrected: bool}
 */
final class Translation extends Record
{
    protected $table = 'ticket_translations';

    protected $casts = ['ticket_id' => 'integer', 'post_id' => 'integer', 'at' => 'immutable_datetime'];
}
