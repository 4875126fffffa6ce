<?php

declare(strict_types=1);

namespace App\Platform;

use Carbon\CarbonImmutable;

/**
 * @property int $id
 * @property array<string, mixed> $payload
 * @property CarbonImmutable $made_at
 * @property CarbonImmutable $due_at
 * @property CarbonImmutable|null $tried_at
 * @property CarbonImmutable|null $sent_at
 * @property CarbonImmutable|null $failed_at
 */
final class OutboxMessage extends Record
{
    protected $table = 'outbox';

    protected $casts = [
        'payload' => 'array', 'attempts' => 'integer', 'made_at' => 'immutable_datetime', 'due_at' => 'immutable_datetime', 'tried_at' => 'immutable_datetime',
        'sent_at' => 'immutable_datetime', 'failed_at' => 'immutable_datetime',
    ];
}
