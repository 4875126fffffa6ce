<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Skarvo\Paging\Happening as CoreHappening;
use Skarvo\Paging\HappeningKind;

/**
 * Something that people or devices did to a call, in the order in which it was noted.
 *
 * @property HappeningKind $kind
 * @property CarbonImmutable $at
 * @property string|null $person_id
 * @property string|null $channel
 */
final class Happening extends Record
{
    protected $table = 'call_happenings';

    protected $casts = ['at' => 'immutable_datetime', 'noted_at' => 'immutable_datetime', 'kind' => HappeningKind::class];

    public function toCore(): CoreHappening
    {
        return new CoreHappening($this->at->getTimestamp(), $this->kind, $this->person_id ?? '', $this->channel ?? '');
    }
}
