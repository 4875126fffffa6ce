<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Skarvo\Tickets\AttemptOutcome;

/**
 * Something that was tried about a ticket, so that nobody suggests it again.
 *
 * @property int $id
 * @property int $ticket_id
 * @property string $what
 * @property AttemptOutcome $outcome
 * @property string|null $why it was refused
 * @property bool $by_reporter
 * @property string $person_id who wrote it down
 * @property CarbonImmutable $at
 *
 * @phpstan-type AttemptLine array{
 *     id: int, what: string, outcome: value-of<AttemptOutcome>, words: string, why: string|null, by: string, at: CarbonImmutable,
 * }
 */
final class Attempt extends Record
{
    protected $table = 'ticket_attempts';

    protected $casts = [
        'ticket_id' => 'integer', 'outcome' => AttemptOutcome::class, 'by_reporter' => 'boolean', 'at' => 'immutable_datetime',
    ];
}
