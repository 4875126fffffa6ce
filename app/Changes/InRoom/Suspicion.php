<?php

declare(strict_types=1);

namespace App\Changes\InRoom;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Skarvo\Changes\SuspicionState;

/**
 * That a change may be behind an incident.
 *
 * @property int $id
 * @property int $change_id
 * @property int $incident_id
 * @property SuspicionState $state
 * @property float|null $score how sure the computation was
 * @property string|null $why
 * @property list<string> $added services that joined the incident with it
 * @property string $by_id
 * @property CarbonImmutable $at
 */
final class Suspicion extends Record
{
    protected $table = 'change_suspicions';

    protected $casts = [
        'state' => SuspicionState::class, 'score' => 'float', 'added' => 'array', 'at' => 'immutable_datetime', 'change_id' => 'integer',
        'incident_id' => 'integer',
    ];
}
