<?php

declare(strict_types=1);

namespace App\Tickets\Busy;

use App\Platform\Record;
use Carbon\CarbonImmutable;

/**
 * A time when a service counts more, as somebody set it.
 *
 * @property int $id
 * @property string $name
 * @property string|null $service_id
 * @property CarbonImmutable $from_at
 * @property CarbonImmutable $until_at
 */
final class BusyTime extends Record
{
    protected $table = 'busy_periods';

    protected $casts = ['from_at' => 'immutable_datetime', 'until_at' => 'immutable_datetime'];
}
