<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * One message that goes out, or one that goes out as a part of another.
 *
 * @property int $id
 * @property string $kind
 * @property string $key
 * @property array<string, mixed> $payload
 * @property int $attempts
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
        'payload' => 'array', 'attempts' => 'integer', 'rank' => 'integer', 'made_at' => 'immutable_datetime',
        'due_at' => 'immutable_datetime', 'tried_at' => 'immutable_datetime',
        'sent_at' => 'immutable_datetime', 'failed_at' => 'immutable_datetime',
    ];

    /** @return HasMany<OutboxMessage, $this> those that go out as parts of this one */
    public function parts(): HasMany
    {
        return $this->hasMany(self::class, 'goes_with')->orderBy('id');
    }
}
