<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Record;
use Carbon\CarbonImmutable;

/**
 * A signal as it was accepted, kept as it came.
 *
 * @property int $id
 * @property CarbonImmutable $at when it counts
 * @property CarbonImmutable|null $said_at what its sender said, where that was not believed
 * @property CarbonImmutable $received_at
 * @property array<string, string>|null $labels
 */
final class Signal extends Record
{
    protected $table = 'signals';

    protected $casts = [
        'at' => 'immutable_datetime', 'said_at' => 'immutable_datetime', 'received_at' => 'immutable_datetime',
        'labels' => 'array',
    ];
}
