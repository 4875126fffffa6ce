<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Person;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One contact of one person, sent once. Its token opens it on the person's own device.
 *
 * @property int $id
 * @property int $call_id
 * @property string $person_id
 * @property string $channel
 * @property CarbonImmutable $at
 * @property CarbonImmutable|null $sent_at
 * @property CarbonImmutable|null $failed_at
 * @property CarbonImmutable|null $opened_at
 * @property CarbonImmutable|null $answered_at
 */
final class Page extends Record
{
    protected $casts = [
        'at' => 'immutable_datetime', 'sent_at' => 'immutable_datetime', 'failed_at' => 'immutable_datetime',
        'opened_at' => 'immutable_datetime', 'answered_at' => 'immutable_datetime', 'ordinal' => 'integer',
    ];

    /** @return BelongsTo<Call, $this> */
    public function call(): BelongsTo
    {
        return $this->belongsTo(Call::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }
}
