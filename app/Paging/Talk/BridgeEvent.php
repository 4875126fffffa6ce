<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Skarvo\Paging\Bridge\Heard;

/**
 * What the exchange told of somebody and a bridge.
 *
 * @property int $id
 * @property int $bridge_id
 * @property string $event as the exchange calls it: the same again is the same
 * @property string $person_id
 * @property Heard $heard
 * @property CarbonImmutable $at
 */
final class BridgeEvent extends Record
{
    protected $table = 'bridge_events';

    protected $casts = ['bridge_id' => 'integer', 'heard' => Heard::class, 'at' => 'immutable_datetime'];
}
