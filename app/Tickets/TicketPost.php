<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Record;
use App\Tickets\Languages\Translation;
use App\Updates\Files\ReportFile;
use Carbon\CarbonImmutable;

/**
 * Something that was said on a ticket: by the desk, or by the reporter. What is internal never leaves.
 *
 * @property int $id
 * @property int $ticket_id
 * @property string|null $person_id null: the reporter
 * @property bool $is_internal
 * @property string|null $text null once it is erased
 * @property CarbonImmutable $at
 * @property string|null $send_key
 *
 * @phpstan-import-type TranslationLine from Translation
 * @phpstan-import-type FileLine from ReportFile
 *
 * @phpstan-type PostLine array{
 *     id: int, by: string|null, internal: bool, text: string|null, at: CarbonImmutable, translated: TranslationLine|null,
 *     files: list<FileLine>,
 * }
 * @phpstan-type TalkLine array{id: int, mine: bool, text: string, original: string|null, at: CarbonImmutable, files: list<FileLine>}
 */
final class TicketPost extends Record
{
    protected $table = 'ticket_posts';

    protected $casts = ['is_internal' => 'boolean', 'at' => 'immutable_datetime', 'ticket_id' => 'integer'];
}
