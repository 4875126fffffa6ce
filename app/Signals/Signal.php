<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Record;
use Carbon\CarbonImmutable;

/**
 * A signal as it was accepted, kept as it came.
 *
 * @property CarbonImmutable $at
 * @property array<string, string>|null $labels
 */
final class Signal extends Record
{
    protected $casts = ['at' => 'immutable_datetime', 'received_at' => 'immutable_datetime', 'labels' => 'array', 'taken' => 'boolean'];
}
