<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Platform\OpenedByKey;
use App\Platform\Person;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Somebody is asked for a change: the address at which they answer it, on whatever device it reaches them.
 *
 * @property int $id
 * @property int $approval_id
 * @property string $person_id
 * @property string $token
 * @property CarbonImmutable $asked_at when last
 * @property-read ChangeApproval $approval
 * @property-read Person $person
 */
final class ChangeAsk extends Record
{
    use OpenedByKey;

    protected $table = 'change_asks';

    protected $casts = ['approval_id' => 'integer', 'asked_at' => 'immutable_datetime'];

    /** @return BelongsTo<ChangeApproval, $this> */
    public function approval(): BelongsTo
    {
        return $this->belongsTo(ChangeApproval::class, 'approval_id');
    }

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    public function link(): string
    {
        return route('approve', $this->key());
    }

    protected static function kindOfKey(): string
    {
        return 'approval';
    }
}
