<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What a person set on a ticket: from then on it is learned from. Once undone, nothing is learned from it any more; the
 * ticket stays as it is.
 *
 * @property int $id
 * @property int $ticket_id
 * @property string $field
 * @property string|null $suggested what was suggested instead, if it was
 * @property string $value
 * @property string $person_id
 * @property CarbonImmutable $at
 * @property CarbonImmutable|null $undone_at
 * @property-read Ticket $ticket
 *
 * @phpstan-type LessonLine array{
 *     id: int, ticket: int, ref: string, what: string, field: string, suggested: string|null, value: string, by: string,
 *     at: CarbonImmutable, undone: bool,
 * }
 */
final class Lesson extends Record
{
    protected $table = 'ticket_lessons';

    protected $casts = ['ticket_id' => 'integer', 'at' => 'immutable_datetime', 'undone_at' => 'immutable_datetime'];

    /** @return BelongsTo<Ticket, $this> */
    public function ticket(): BelongsTo
    {
        return $this->belongsTo(Ticket::class);
    }
}
